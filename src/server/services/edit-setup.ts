import "server-only";
import { randomUUID } from "node:crypto";
import { applyChanges } from "@/core/setup/change";
import { applyItemChanges, isItemChange, itemsTouched } from "@/core/setup/item-change";
import type { Change } from "@/core/setup/inverse";
import type { Parsed } from "@/core/setup/parse-setup";
import { rebaseChanges } from "@/core/setup/rebase";
import { joinPath, splitPath } from "@/core/setup/path";
import type { Problem } from "@/core/setup/problem";
import type { Setup } from "@/core/setup/setup";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, noteAll, type ActivityNote, type By } from "@/db/queries/activity";
import { changesBetween, findEdit, keepEdit } from "@/db/queries/edits";
import { readGate } from "@/db/queries/revisions";
import { openOrdersWith, readItems, removeItems, writeItems } from "@/db/queries/items";
import { markStaleWith } from "@/db/queries/orders";
import { lockStamps, moveCatalogue, readSetup, writeSetup } from "@/db/queries/setup";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { TooManyWaiting, Turns } from "../turns";
import { carryRenames } from "./carry-codes";
import { draftSetup, remember } from "./draft-setup";
import { followEdit } from "./findings";
import { unknownItems } from "./items-named";
import { liveSetup, rememberRevision } from "./live-setup";
import { openGate, publishIn, type Published } from "./publication";
import { usesOutside } from "./uses-outside";

export interface EditResult {
  readonly stamp: number;
  /** As they came to be; their inverse takes them back. */
  readonly changes: readonly Change[];
}

/** What makes an edit one, however often it is sent, and on which state of the setup it was made. */
export interface EditOrigin {
  /** The browser's own number of it (a UUID). */
  readonly id: string;
  /** The stamp of the setup that was looked at. */
  readonly seen: number;
}

/** A change of many places is one entry in the record for each thing it changes; so many are told one by one. */
const MOST_NOTED = 200;

/** Edits wait for each other in this process, so that a crowd of them does not use up its connections. */
const holder = globalThis as { wallodromEdits?: Turns };
const editing = () => (holder.wallodromEdits ??= new Turns(1, 50));

/**
 * Applies changes to the draft, all or none, in one transaction that other writers wait for: load, decide in the core,
 * write the rows that differ, note who did it. Changes of items go along with those of the setup. An edit that was stored
 * before, and is sent again because its answer got lost, gives its first answer; one that was made on an older screen finds
 * its places by what was stored since (`rebaseChanges`).
 */
export async function editSetup(
  db: PooledDatabase,
  changes: readonly Change[],
  by: By,
  origin?: EditOrigin,
): Promise<Result<EditResult>> {
  try {
    return await editing().take(() => editInTurn(db, changes, by, origin));
  } catch (error) {
    if (error instanceof TooManyWaiting || isLockTimeout(error)) return failed("busy");
    throw error;
  }
}

async function editInTurn(
  db: PooledDatabase,
  changes: readonly Change[],
  by: By,
  origin: EditOrigin | undefined,
): Promise<Result<EditResult>> {
  const known = await draftSetup(db);
  if (!known) return failed("not-found");
  // items name codes of what is live; read before the transaction, on a connection of its own
  const live = changes.some(isItemChange) ? await liveSetup(db) : undefined;
  let setup: Setup | undefined;
  let published: Published | undefined;
  const result = await inTransaction(db, async (tx): Promise<Result<EditResult>> => {
    const { stamp } = await lockStamps(tx);
    const first = origin && (await findEdit(tx, origin.id));
    if (first) return done({ stamp: first.stamp, changes: first.changes });
    const before = stamp === known.stamp ? known.setup : await readSetup(tx);
    if (!before) return failed("not-found");
    const meant = await carried(tx, changes, origin?.seen ?? stamp, stamp);
    if (!meant.ok) return refusal(meant.problems);
    const changed = applyChanges(
      before,
      meant.value.filter((change) => !isItemChange(change)),
    );
    if (!changed.ok) return refusal(changed.problems);
    const gate = await readGate(tx);
    const isPublished = gate !== undefined && gate.smallEdits && !gate.isHeld;
    const codes = isPublished || !live ? changed.value.setup : live.setup;
    const items = await changeItems(tx, meant.value.filter(isItemChange), codes, by.now);
    if (!items.ok) return refusal(items.problems.map((one) => notLive(one, changed.value.setup)));
    const strange = await unknownItems(tx, changed.value.changes);
    if (strange.length > 0) return refusal(strange);
    const used = await firstUse(tx, changed.value.changes);
    if (used) return failed("invalid", [used]);
    const next = await writeSetup(tx, before, changed.value.setup, by.now);
    await carryRenames(tx, changed.value.changes);
    if (items.value.length > 0) await moveCatalogue(tx);
    if (isPublished && changed.value.changes.length > 0) {
      const made = await publishIn(tx, { setup: changed.value.setup, stamp: next, kind: "small-edit" }, by);
      if (!made.ok) return made;
      published = made.value;
    }
    const applied = [...changed.value.changes, ...items.value];
    await record(tx, applied, by);
    await keepEdit(tx, { id: origin?.id ?? randomUUID(), stamp: next, changes: applied }, by);
    setup = changed.value.setup;
    return done({ stamp: next, changes: applied });
  });
  if (result.ok && setup) {
    remember(result.value.stamp, setup);
    if (published) rememberRevision(published.number, published.setup);
    followEdit(result.value);
  }
  return result;
}

/** The changes as they are meant in the state at hand. */
async function carried(
  tx: Database,
  changes: readonly Change[],
  seen: number,
  stamp: number,
): Promise<Parsed<readonly Change[]>> {
  if (seen === stamp) return { ok: true, value: changes };
  const between = await changesBetween(tx, seen, stamp);
  if (between) return rebaseChanges(changes, between);
  const [first] = changes;
  const problem = {
    code: "changed-meanwhile",
    path: first?.path ?? "",
    data: { theirs: "something else" },
  } as const;
  return { ok: false, problems: [problem] };
}

/** PostgreSQL's `lock_not_available`: somebody has been writing for longer than one waits. */
function isLockTimeout(error: unknown): boolean {
  const cause = error instanceof Error ? error.cause : undefined;
  return cause instanceof Error && "code" in cause && cause.code === "55P03";
}

function refusal(problems: readonly Problem[]): Result<EditResult> {
  const conflict = problems.some((problem) => problem.code === "changed-meanwhile");
  return failed(conflict ? "conflict" : "invalid", problems);
}

/** Says of a code that an item can't have yet that it is only not live, where the draft has it. */
function notLive(problem: Problem, draft: Setup): Problem {
  const { list, code } = problem.data;
  if (problem.code !== "unknown-code" || (list !== "goodsClasses" && list !== "origins")) return problem;
  return draft[list].some((one) => one.code === code)
    ? { code: "not-live-yet", path: problem.path, data: { code: String(code) } }
    : problem;
}

/** Notes who changed what, with the old and the new value; of very many changes how many there were of each thing. */
function record(tx: Database, changes: readonly Change[], by: By): Promise<void> {
  return noteAll(tx, by, changes.length > MOST_NOTED ? counted(changes) : changes.map(noted));
}

function noted(change: Change): ActivityNote {
  return {
    what: "setup-changed",
    subject: change.path,
    // inside an object a text stays a text: JSON columns read a bare "12.50" back as a number
    from: change.from === undefined ? null : { value: change.from },
    to: change.to === undefined ? null : { value: change.to },
  };
}

function counted(changes: readonly Change[]): ActivityNote[] {
  const counts = new Map<string, number>();
  for (const { path } of changes) {
    const [list = "", member = ""] = splitPath(path);
    const subject = list === "items" ? "items" : joinPath(list, member);
    counts.set(subject, (counts.get(subject) ?? 0) + 1);
  }
  return [...counts].map(([subject, count]) => ({
    what: subject === "items" ? "items-changed" : "setup-changed-in-many-places",
    subject,
    to: { value: count },
  }));
}

/** Applies changes of items; an item that open orders have stays. */
async function changeItems(
  tx: Database,
  changes: readonly Change[],
  setup: Setup,
  now: Date,
): Promise<Parsed<readonly Change[]>> {
  if (changes.length === 0) return { ok: true, value: [] };
  const known = await readItems(tx, itemsTouched(changes));
  const changed = applyItemChanges(known, changes, setup);
  if (!changed.ok) return changed;
  const { written, removed } = changed.value;
  const ordered = await openOrdersWith(tx, removed);
  const [first] = ordered;
  if (first) {
    const data = { uses: `${first.orders} open orders`, first: first.sku };
    return { ok: false, problems: [{ code: "in-use", path: joinPath("items", first.sku), data }] };
  }
  await writeItems(tx, written);
  await removeItems(tx, removed);
  await markStaleWith(
    tx,
    written.map(({ sku }) => sku),
    now.toISOString(),
  );
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

/** Begins a business with a setup that is live at once; small edits are too, until somebody closes the gate. */
export function beginSetup(db: PooledDatabase, setup: Setup, by: By): Promise<Result<{ stamp: number }>> {
  return inTransaction(db, async (tx) => {
    await lockStamps(tx);
    const stamp = await writeSetup(tx, await readSetup(tx), setup, by.now);
    await note(tx, by, { what: "setup-replaced", subject: "" });
    const first = await openGate(tx, { setup, stamp, smallEdits: true }, by);
    return first.ok ? done({ stamp }) : first;
  });
}
