import { same } from "./same";
import type { Change } from "./inverse";
import { item as itemSchema, type Item } from "./item";
import { parseWith, type Parsed } from "./parse-setup";
import { splitPath, type Json } from "./path";
import type { Problem } from "./problem";
import type { Setup } from "./setup";

/** Items after changes: those that are new or other, and the numbers of those that are gone. */
export interface ChangedItems {
  readonly written: readonly Item[];
  readonly removed: readonly string[];
  /** The changes with their values in canonical form. */
  readonly changes: readonly Change[];
}

/** Whether a change is of an item: `items/SKU`, or a field of one, `items/SKU/weight`. */
export function isItemChange({ path }: Change): boolean {
  return path.startsWith("items/");
}

/** The numbers of the items that changes touch. */
export function itemsTouched(changes: readonly Change[]): string[] {
  return [...new Set(changes.map(({ path }) => splitPath(path)[1] ?? ""))];
}

/**
 * Applies changes to items, all or none, as `applyChanges` does to a setup: the same failures, and `unknown-code` for a goods
 * class or an origin the setup does not have. `known` holds the items touched, as far as they are there.
 */
export function applyItemChanges(
  known: readonly Item[],
  changes: readonly Change[],
  setup: Pick<Setup, "goodsClasses" | "origins">,
): Parsed<ChangedItems> {
  const before = new Map(known.map((item) => [item.sku, item as unknown as Json]));
  const after = new Map(before);
  for (const change of changes) {
    const problem = applyOne(after, change);
    if (problem) return { ok: false, problems: [problem] };
  }
  const written: Item[] = [];
  const problems: Problem[] = [];
  for (const [sku, value] of after) {
    if (value === before.get(sku)) continue;
    const path = `items/${encodeURIComponent(sku)}`;
    const parsed = parseWith<Item>(itemSchema, value, path);
    if (!parsed.ok) problems.push(...parsed.problems);
    else if (parsed.value.sku !== sku)
      problems.push({ code: "no-such-place", path: `${path}/sku`, data: {} });
    else {
      problems.push(...unknownCodes(parsed.value, setup, path));
      written.push(parsed.value);
    }
  }
  if (problems.length > 0) return { ok: false, problems };
  const removed = [...before.keys()].filter((sku) => !after.has(sku));
  const canonical = new Map(written.map((item) => [item.sku, item]));
  return {
    ok: true,
    value: { written, removed, changes: changes.map((change) => inForm(change, canonical)) },
  };
}

function applyOne(items: Map<string, Json>, change: Change): Problem | undefined {
  const [, sku = "", field, ...rest] = splitPath(change.path);
  const noPlace: Problem = { code: "no-such-place", path: change.path, data: {} };
  if (sku === "" || rest.length > 0) return noPlace;
  const item = items.get(sku);
  if (field === undefined) {
    if (!same(item, change.from)) return meanwhile(change, item);
    if (change.to === undefined) items.delete(sku);
    else items.set(sku, change.to);
    return undefined;
  }
  if (typeof item !== "object" || item === null) return noPlace;
  const { [field]: value, ...others } = item as Record<string, Json>;
  if (!same(value, change.from)) return meanwhile(change, value);
  items.set(sku, change.to === undefined ? others : { ...(item as object), [field]: change.to });
  return undefined;
}

function meanwhile({ path }: Change, now: Json | undefined): Problem {
  const theirs =
    now === undefined ? "nothing" : typeof now === "string" ? now : JSON.stringify(now).slice(0, 200);
  return { code: "changed-meanwhile", path, data: { theirs } };
}

function unknownCodes(item: Item, setup: Pick<Setup, "goodsClasses" | "origins">, path: string): Problem[] {
  const problems: Problem[] = [];
  const { goodsClass, stock = [] } = item;
  if (goodsClass !== undefined && !setup.goodsClasses.some(({ code }) => code === goodsClass))
    problems.push({
      code: "unknown-code",
      path: `${path}/goodsClass`,
      data: { list: "goodsClasses", code: goodsClass },
    });
  for (const { origin } of stock)
    if (!setup.origins.some(({ code }) => code === origin))
      problems.push({ code: "unknown-code", path: `${path}/stock`, data: { list: "origins", code: origin } });
  return problems;
}

/** The change with its value as the format keeps it ("007.5" became "7.5"). */
function inForm(change: Change, written: ReadonlyMap<string, Item>): Change {
  const [, sku = "", field] = splitPath(change.path);
  const item = written.get(sku);
  if (!item || change.to === undefined) return change;
  const to = field === undefined ? item : item[field as keyof Item];
  return to === undefined ? change : { ...change, to: to as Json };
}
