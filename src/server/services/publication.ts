import "server-only";
import { sql } from "drizzle-orm";
import { compileSetup } from "@/core/quote/compiled-setup";
import { applyChanges } from "@/core/setup/change";
import { differenceOf } from "@/core/setup/difference";
import { splitPath } from "@/core/setup/path";
import type { Setup } from "@/core/setup/setup";
import type { By } from "@/db/queries/activity";
import { note } from "@/db/queries/activity";
import type { Database } from "@/db/connect";
import { cutSetup } from "@/db/mappers/setup-parts";
import {
  insertGate,
  inForceBefore,
  insertRevision,
  lastRevisionNumber,
  markWithdrawn,
  putDraftRenames,
  readDraftRenames,
  readLiveNumber,
  readRevision,
  scheduledRevisions,
  storeParts,
  writeGate,
  type Renaming,
  type RevisionRow,
} from "@/db/queries/revisions";
import { failed, done, type Result } from "../result";
import { tellOfRevision } from "../webhooks/tell-revision";
import { carryFactsTo } from "./carry-facts";
import { knownRevision } from "./live-setup";
import { storedSetup } from "./stored-setup";

export type RevisionKind = "first" | "published" | "small-edit" | "backed-out";

/** What is to become a revision. */
export interface Publication {
  readonly setup: Setup;
  readonly stamp: number;
  readonly kind: RevisionKind;
  readonly note?: string | undefined;
  /** Without one: at once. */
  readonly takesEffectAt?: Date | undefined;
  readonly restores?: number;
  readonly askedBy?: string;
  /** Codes that are called otherwise than in what is live when it takes effect; without: those the draft has renamed. */
  readonly renames?: readonly Renaming[];
  /**
   * What becomes of revisions that wait for a later instant: `carry` puts the same changes into them and leaves what they
   * hold out of this one; `replace` withdraws them, and all of the setup takes effect with this one.
   */
  readonly waiting?: "carry" | "replace";
}

export interface Published {
  readonly number: number;
  readonly setup: Setup;
  readonly takesEffectAt: string;
}

/** Heard by all processes: a revision was published. */
export const LIVE_CHANNEL = "wallodrom_live";

/**
 * Makes a revision within the transaction that holds the stamps: everything or nothing. One that takes effect at once is
 * live when the transaction ends, and the codes that orders and items name are its own. Fails with `carry-conflict` when
 * what waits for later can't take the changes in, `invalid` when the setup does not compile.
 */
export async function publishIn(tx: Database, asked: Publication, by: By): Promise<Result<Published>> {
  // what backs out leaves what waits as it is
  const later = asked.kind === "backed-out" ? [] : await laterThan(tx, asked.takesEffectAt);
  const own = later.length > 0 && asked.waiting !== "replace" ? await carried(tx, asked, later) : undefined;
  if (own && !own.ok) return own;
  const at = by.now.toISOString();
  for (const { number } of later) await markWithdrawn(tx, number, by.who.name, at);
  const first = await insert(tx, { ...asked, setup: own ? own.value.setup : asked.setup }, by);
  if (!first.ok) return first;
  for (const again of own?.value.again ?? []) {
    const made = await insert(tx, again, by);
    if (!made.ok) return made;
  }
  if (asked.renames === undefined) await putDraftRenames(tx, []);
  if (!asked.takesEffectAt) {
    await writeGate(tx, { inForceSince: first.value.takesEffectAt });
    await carryFactsTo(tx, first.value.number);
  }
  await tx.execute(sql`select pg_notify(${LIVE_CHANNEL}, ${String(first.value.number)})`);
  return first;
}

/** The gate of a business that has none yet, with what is stored as its first revision. */
export async function openGate(
  tx: Database,
  {
    setup,
    stamp,
    smallEdits,
  }: { readonly setup: Setup; readonly stamp: number; readonly smallEdits: boolean },
  by: By,
): Promise<Result<Published>> {
  await insertGate(tx, {
    publishers: ["admin", "coordinator"],
    secondPerson: false,
    smallEdits,
    isHeld: false,
    inForceSince: new Date(0).toISOString(),
    factsRevision: 1,
    ratedRevision: 1,
    ratedSuspended: "",
  });
  return publishIn(tx, { setup, stamp, kind: "first" }, by);
}

/** Revisions that wait for an instant after the one asked for, in the order they take effect. */
async function laterThan(tx: Database, at: Date | undefined): Promise<RevisionRow[]> {
  const waiting = await scheduledRevisions(tx);
  return waiting.filter((row) => at === undefined || new Date(row.takesEffectAt) > at);
}

interface Carried {
  readonly setup: Setup;
  readonly again: readonly Publication[];
}

/** The changes made since the last of what waits, put into what is in force before it and into all that waits. */
async function carried(
  tx: Database,
  asked: Publication,
  later: readonly RevisionRow[],
): Promise<Result<Carried>> {
  const last = later[later.length - 1];
  const [first] = later;
  const base = first && (await inForceBefore(tx, first.number));
  if (!last || base === undefined) return failed("carry-conflict");
  const changes = differenceOf(await setupOf(tx, last), asked.setup);
  const put = async (row: RevisionRow) => applyChanges(await setupOf(tx, row), changes);
  const now = await put(base);
  if (!now.ok) return failed("carry-conflict", now.problems);
  const again: Publication[] = [];
  for (const row of later) {
    const next = await put(row);
    if (!next.ok) return failed("carry-conflict", next.problems);
    again.push({
      setup: next.value.setup,
      stamp: asked.stamp,
      kind: "published",
      note: row.note ?? undefined,
      takesEffectAt: new Date(row.takesEffectAt),
      renames: row.renames as Renaming[],
    });
  }
  return done({ setup: now.value.setup, again });
}

function setupOf(tx: Database, { number, root }: RevisionRow): Promise<Setup> {
  const known = knownRevision(number);
  return known ? Promise.resolve(known.setup) : storedSetup(tx, root);
}

async function insert(tx: Database, asked: Publication, by: By): Promise<Result<Published>> {
  const { setup, stamp, kind, note: words, takesEffectAt, restores, askedBy } = asked;
  const compiled = compileSetup(setup);
  if (!compiled.ok) return failed("invalid", compiled.problems);
  const number = (await lastRevisionNumber(tx)) + 1;
  const { root, parts } = cutSetup(setup);
  await storeParts(tx, parts);
  const effect = takesEffectAt?.toISOString() ?? (await nextInstant(tx));
  const before = await precedingSetup(tx);
  await insertRevision(tx, {
    number,
    root,
    kind,
    restores: restores ?? null,
    note: words ?? null,
    publishedAt: by.now.toISOString(),
    publishedById: by.who.id,
    publishedBy: by.who.name,
    askedBy: askedBy ?? null,
    takesEffectAt: effect,
    stamp,
    changes: before ? countByList(before, setup) : {},
    renames: asked.renames ?? (await readDraftRenames(tx)),
  });
  const what = takesEffectAt ? "revision-scheduled" : "revision-published";
  if (kind === "published" || kind === "backed-out")
    await note(tx, by, { what, subject: `revisions/${number}`, to: { value: words ?? "", at: effect } });
  if (kind !== "first") await tellOfRevision(tx, { revision: number, kind, takesEffectAt: effect }, by.now);
  return done({ number, setup, takesEffectAt: effect });
}

/** Now by the database's clock, and after everything that took effect: a clock that was set back puts nothing out of order. */
async function nextInstant(tx: Database): Promise<string> {
  const { rows } = await tx.execute<{ at: Date | string }>(sql`
    select greatest(clock_timestamp(), (select in_force_since from gate)) as at`);
  const at = rows[0]?.at;
  if (at === undefined) throw new Error("the database told no time");
  return typeof at === "string" ? at : at.toISOString();
}

async function precedingSetup(tx: Database): Promise<Setup | undefined> {
  const live = await readLiveNumber(tx);
  const row = live === undefined ? undefined : await readRevision(tx, live);
  return row && setupOf(tx, row);
}

function countByList(before: Setup, after: Setup): Record<string, number> {
  const counts: Record<string, number> = {};
  for (const { path } of differenceOf(before, after)) {
    const [list = ""] = splitPath(path);
    counts[list] = (counts[list] ?? 0) + 1;
  }
  return counts;
}
