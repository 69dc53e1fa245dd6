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
import { jsonAnswer } from "./call";
import { door } from "./door";
import { failureAnswer } from "./failure-answer";
import { toldProblems } from "./problem";

const PAGE = 1000;

/** `GET /items`: the catalogue by item number. */
export const getItems = door({
  scope: "items",
  summary: "Items by their number, a thousand at a time.",
  query: z.strictObject({ cursor: z.string().max(100).optional() }),
  answers: { status: 200, text: "`data`, and `next` where there are more: the cursor that leads on." },
  handle: async ({ query: { cursor } }) => {
    const data = await itemsAfter(database(), cursor, PAGE);
    const last = data.length === PAGE ? data[data.length - 1]?.sku : undefined;
    return jsonAnswer({ data, ...(last === undefined ? {} : { next: last }) });
  },
});

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
    "Puts up to 10,000 items in the place of those with their numbers, and adds the others; whole items, what one does not say is gone. What is refused keeps no other out, unless `strict=true` is asked: then nothing is stored.",
  query: z.strictObject({ strict: z.enum(["true", "false"]).optional() }),
  body: z.strictObject({ items: z.array(z.unknown()).min(1).max(MOST_AT_ONCE) }),
  mostBytes: MOST_BYTES,
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
      if (before && canonicalText(before) === canonicalText(one)) return [];
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
