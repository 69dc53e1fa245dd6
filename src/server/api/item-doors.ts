import "server-only";
import { z } from "zod";
import { item as itemSchema, type Item } from "@/core/setup/item";
import type { Change } from "@/core/setup/inverse";
import { parseWith } from "@/core/setup/parse-setup";
import { joinPath, type Json } from "@/core/setup/path";
import { canonicalText } from "@/db/mappers/setup-parts";
import { itemsAfter, readItems } from "@/db/queries/items";
import { database } from "../database";
import { editSetup } from "../services/edit-setup";
import { jsonAnswer, textAnswer } from "./call";
import { door } from "./door";
import { failureAnswer } from "./failure-answer";
import { itemsOfTable, itemTable } from "./item-table";
import { problemAnswer, toldProblems } from "./problem";

const PAGE = 1000;

/** `GET /items`: the catalogue by item number. */
export const getItems = door({
  scope: "items",
  summary:
    "Items by their number, a thousand at a time. With `Accept: text/csv` all of them as a table, whose columns are named as in JSON, dotted: `weight.value`, `stock.CODE`.",
  query: z.strictObject({ cursor: z.string().max(100).optional() }),
  answers: { status: 200, text: "`data`, and `next` where there are more: the cursor that leads on." },
  handle: async ({ query: { cursor }, header }) => {
    if (/\btext\/csv\b/i.test(header("accept") ?? ""))
      return textAnswer(itemTable(await allItems()), "text/csv; charset=utf-8");
    const data = await itemsAfter(database(), cursor, PAGE);
    const last = data.length === PAGE ? data[data.length - 1]?.sku : undefined;
    return jsonAnswer({ data, ...(last === undefined ? {} : { next: last }) });
  },
});

/** The whole catalogue, page by page. */
async function allItems(): Promise<Item[]> {
  const found: Item[] = [];
  for (;;) {
    const page = await itemsAfter(database(), found.at(-1)?.sku, PAGE);
    found.push(...page);
    if (page.length < PAGE) return found;
  }
}

/** A table of items as the body of a call. */
async function fromTable(text: string) {
  const read = itemsOfTable(text);
  return Promise.resolve("fault" in read ? problemAnswer(400, { detail: read.fault }) : { value: read });
}

const MOST_AT_ONCE = 10_000;
const MOST_BYTES = 24_000_000;

/** An item of a call that is not taken, by its place, and what is wrong with it. */
interface Refused {
  readonly index: number;
  readonly sku?: string;
  readonly errors: ReturnType<typeof toldProblems>;
}

/** `PUT /items`: puts items in the place of those with their number, and adds the others. */
export const putItems = door({
  scope: "items",
  summary:
    "Puts up to 10,000 items in the place of those with their numbers, and adds the others; whole items, what one does not say is gone. What is refused keeps no other out, unless `strict=true` is asked: then nothing is stored. A table (`text/csv`) with the columns that the list has is read too; empty cells say nothing.",
  query: z.strictObject({ strict: z.enum(["true", "false"]).optional() }),
  body: z.strictObject({ items: z.array(z.unknown()).min(1).max(MOST_AT_ONCE) }),
  mostBytes: MOST_BYTES,
  alsoReads: { csv: fromTable },
  answers: { status: 200, text: "How many were added, changed and the same; `refused` with what is wrong." },
  handle: async ({ body: { items }, query: { strict }, by }) => {
    const db = database();
    const { read, refused } = readAll(items);
    if (strict === "true" && refused.length > 0)
      return jsonAnswer({ added: 0, changed: 0, same: 0, refused }, { status: 400 });
    const known = new Map(
      (
        await readItems(
          db,
          read.map(({ sku }) => sku),
        )
      ).map((one) => [one.sku, one]),
    );
    const changes = read.flatMap((one): Change[] => {
      const before = known.get(one.sku);
      if (before && contentOf(before) === contentOf(one)) return [];
      const path = joinPath("items", one.sku);
      return [{ path, ...(before ? { from: before as Json } : {}), to: one as Json }];
    });
    if (changes.length > 0) {
      const stored = await editSetup(db, changes, by);
      if (!stored.ok) return failureAnswer(stored);
    }
    const added = read.filter(({ sku }) => !known.has(sku)).length;
    return jsonAnswer({
      added,
      changed: changes.length - added,
      same: read.length - changes.length,
      refused,
    });
  },
});

/** What an item says as a text; where its pieces lie has no order. */
function contentOf({ stock, ...rest }: Item): string {
  const sorted = stock && [...stock].sort((a, b) => (a.origin < b.origin ? -1 : 1));
  return canonicalText(sorted ? { ...rest, stock: sorted } : rest);
}

/** Items one by one; of two with one number the second is refused. */
function readAll(items: readonly unknown[]): { readonly read: Item[]; readonly refused: Refused[] } {
  const read = new Map<string, Item>();
  const refused: Refused[] = [];
  items.forEach((input, index) => {
    const one = parseWith<Item>(itemSchema, input);
    const problems = !one.ok
      ? one.problems
      : read.has(one.value.sku)
        ? [{ code: "duplicate-code" as const, path: "sku", data: { code: one.value.sku } }]
        : undefined;
    if (one.ok && !problems) return read.set(one.value.sku, one.value);
    const sku = one.ok ? one.value.sku : undefined;
    return refused.push({
      index,
      ...(sku === undefined ? {} : { sku }),
      errors: toldProblems(problems ?? []),
    });
  });
  return { read: [...read.values()], refused };
}
