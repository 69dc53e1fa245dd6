import "server-only";
import { applyChanges } from "@/core/setup/change";
import { applyItemChanges, isItemChange, itemsTouched } from "@/core/setup/item-change";
import type { Change } from "@/core/setup/inverse";
import type { Parsed } from "@/core/setup/parse-setup";
import { joinPath, splitPath } from "@/core/setup/path";
import type { Problem } from "@/core/setup/problem";
import type { Setup } from "@/core/setup/setup";
import type { Database } from "@/db/connect";
import { activity } from "@/db/schema";
import { appendRows } from "@/db/queries/bulk";
import { openOrdersWith, readItems, removeItems, writeItems } from "@/db/queries/items";
import { lockStamp, readSetup, writeSetup } from "@/db/queries/setup";
import { done, failed, type Result } from "../result";
import { carryRenames, usesOutside } from "./carry-codes";
import { currentSetup, remember } from "./current-setup";

export interface EditResult {
  readonly stamp: number;
  /** As they came to be; their inverse takes them back. */
  readonly changes: readonly Change[];
}

/**
 * Applies changes to the draft, all or none, in one transaction that other writers wait for: load, decide in the core,
 * write the rows that differ, note who did it. Changes of items go along with those of the setup.
 */
export async function editSetup(
  db: Database,
  changes: readonly Change[],
  who: string,
  now: Date,
): Promise<Result<EditResult>> {
  const known = await currentSetup(db, "draft");
  if (!known) return failed("not-found");
  let written: { stamp: number; setup: Setup } | undefined;
  let itemsChanged = false;
  const result = await db.transaction(async (transaction): Promise<Result<EditResult>> => {
    const tx = transaction as Database;
    const stamp = await lockStamp(tx);
    const before = stamp === known.stamp ? known.setup : await readSetup(tx);
    if (!before) return failed("not-found");
    const changed = applyChanges(
      before,
      changes.filter((change) => !isItemChange(change)),
    );
    if (!changed.ok) return refusal(changed.problems);
    const items = await changeItems(tx, changes.filter(isItemChange), changed.value.setup);
    if (!items.ok) return refusal(items.problems);
    const used = await firstUse(tx, changed.value.changes);
    if (used) return failed("invalid", [used]);
    const next = await writeSetup(tx, before, changed.value.setup, now);
    const renamed = await carryRenames(tx, changed.value.changes);
    itemsChanged = renamed || items.value.length > 0;
    const applied = [...changed.value.changes, ...items.value];
    await record(tx, applied, who, now);
    written = { stamp: next, setup: changed.value.setup };
    return done({ stamp: next, changes: applied });
  });
  // a renamed code changes items too: then whoever reads next reads everything anew
  if (written && !itemsChanged) remember(written.stamp, written.setup);
  return result;
}

function refusal(problems: readonly Problem[]): Result<EditResult> {
  const conflict = problems.some((problem) => problem.code === "changed-meanwhile");
  return failed(conflict ? "conflict" : "invalid", problems);
}

/** Notes who changed what, with the old and the new value. */
async function record(tx: Database, changes: readonly Change[], who: string, now: Date): Promise<void> {
  await appendRows(
    tx,
    activity,
    changes.map((change) => ({
      at: now.toISOString(),
      who,
      what: "setup-changed",
      subject: change.path,
      // inside an object a text stays a text: JSON columns read a bare "12.50" back as a number
      from: change.from === undefined ? null : { value: change.from },
      to: change.to === undefined ? null : { value: change.to },
    })),
  );
}

/** Applies changes of items; an item that open orders hold stays. */
async function changeItems(
  tx: Database,
  changes: readonly Change[],
  setup: Setup,
): Promise<Parsed<readonly Change[]>> {
  if (changes.length === 0) return { ok: true, value: [] };
  const known = await readItems(tx, itemsTouched(changes));
  const changed = applyItemChanges(known, changes, setup);
  if (!changed.ok) return changed;
  const { written, removed } = changed.value;
  const held = await openOrdersWith(tx, removed);
  const [first] = held;
  if (first) {
    const data = { uses: `${first.orders} open orders`, first: first.sku };
    return { ok: false, problems: [{ code: "in-use", path: joinPath("items", first.sku), data }] };
  }
  await writeItems(tx, written);
  await removeItems(tx, removed);
  return { ok: true, value: changed.value.changes };
}

/** The first removed member that something outside of the setup still names. */
async function firstUse(tx: Database, changes: readonly Change[]): Promise<Problem | undefined> {
  for (const { path, from, to } of changes) {
    const [list, member, ...rest] = splitPath(path);
    if (list === undefined || member === undefined || rest.length > 0) continue;
    if (from === undefined || to !== undefined) continue;
    const [use] = await usesOutside(tx, list, member);
    if (use) return { code: "in-use", path, data: { uses: `${use.count} ${use.what}`, first: "" } };
  }
  return undefined;
}

/** Puts a whole setup in place of what is stored: loading the demo, restoring a file. */
export async function replaceSetup(db: Database, setup: Setup, who: string, now: Date): Promise<number> {
  return db.transaction(async (transaction) => {
    const tx = transaction as Database;
    await lockStamp(tx);
    const stamp = await writeSetup(tx, await readSetup(tx), setup, now);
    await tx
      .insert(activity)
      .values({ at: now.toISOString(), who, what: "setup-replaced", subject: "", from: null, to: null });
    return stamp;
  });
}
