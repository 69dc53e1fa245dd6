import "server-only";
import { inverseRenames } from "@/core/setup/renames";
import { differenceOf } from "@/core/setup/difference";
import { note, type By } from "@/db/queries/activity";
import { findEdit } from "@/db/queries/edits";
import type { Setup } from "@/core/setup/setup";
import type { Database, PooledDatabase } from "@/db/connect";
import { cutSetup } from "@/db/mappers/setup-parts";
import {
  dropProposal,
  inForceBefore,
  lastRevisionNumber,
  markWithdrawn,
  putDraftRenames,
  putProposal,
  readDraftRenames,
  readGate,
  readLiveNumber,
  readProposal,
  readRevision,
  renamesAfter,
  scheduledRevisions,
  writeGate,
  type GateRow,
  type Renaming,
} from "@/db/queries/revisions";
import { lockStamps } from "@/db/queries/setup";
import type { Role } from "../auth/roles";
import { inTransaction } from "../in-transaction";
import { done, failed, publishedMeanwhile, stopsAtGate, type Failure, type Result } from "../result";
import { draftSetup } from "./draft-setup";
import { editSetup, type EditOrigin, type EditResult } from "./edit-setup";
import { findingsNow } from "./findings";
import { rememberRevision, revisionSetup } from "./live-setup";
import { publishIn, type Published } from "./publication";

/** Who publishes: a person in a role, or an API key that may. */
export interface Publisher extends By {
  readonly role: Role | "key";
}

/** What somebody looked at when they decided to publish. */
export interface Seen {
  readonly stamp: number;
  /** The number of the last revision they knew of. */
  readonly last: number;
}

export interface PublishOrder {
  readonly seen: Seen;
  readonly note?: string | undefined;
  readonly takesEffectAt?: Date | undefined;
  readonly waiting?: "carry" | "replace" | undefined;
}

/**
 * Publishes the draft as it was looked at, now or at an instant. Fails with `forbidden`, `second-person-needed`,
 * `draft-moved`, `published-meanwhile` (by whom), `stops-at-gate` (how many), `nothing-to-publish`, `instant-gone`,
 * `carry-conflict`.
 */
export async function publishDraft(
  db: PooledDatabase,
  order: PublishOrder,
  by: Publisher,
): Promise<Result<Published>> {
  const gate = await readGate(db);
  if (!gate) return failed("not-found");
  const refusal = mayNot(gate, by) ?? (gate.secondPerson ? failed("second-person-needed") : undefined);
  return refusal ?? publishChecked(db, order, by);
}

async function publishChecked(
  db: PooledDatabase,
  order: PublishOrder,
  by: By,
  askedBy?: string,
): Promise<Result<Published>> {
  const draft = await draftSetup(db);
  if (!draft) return failed("not-found");
  const { seen, takesEffectAt } = order;
  if (draft.stamp !== seen.stamp) return failed("draft-moved");
  if (takesEffectAt && takesEffectAt <= by.now) return failed("instant-gone");
  const stops = await stopsOf(db, draft, by.now);
  if (stops > 0) return stopsAtGate(stops);
  const result = await inTransaction(db, async (tx): Promise<Result<Published>> => {
    const { stamp } = await lockStamps(tx);
    const last = await lastRevisionNumber(tx);
    if (last !== seen.last) {
      const other = await readRevision(tx, last);
      return publishedMeanwhile(other?.publishedBy ?? "", last);
    }
    if (stamp !== seen.stamp) return failed("draft-moved");
    if (await isPublished(tx, draft.setup)) return failed("nothing-to-publish");
    await dropProposal(tx);
    await writeGate(tx, { isHeld: false });
    const { note: words, waiting } = order;
    return publishIn(
      tx,
      {
        setup: draft.setup,
        stamp,
        kind: "published",
        note: words,
        takesEffectAt,
        ...(waiting ? { waiting } : {}),
        ...(askedBy === undefined ? {} : { askedBy }),
      },
      by,
    );
  });
  if (result.ok) rememberRevision(result.value.number, result.value.setup);
  return result;
}

/** Whether the last that takes effect is the very same: what waits for its instant counts. */
async function isPublished(tx: Database, setup: Setup): Promise<boolean> {
  const waiting = await scheduledRevisions(tx);
  const live = await readLiveNumber(tx);
  const last = waiting[waiting.length - 1] ?? (live === undefined ? undefined : await readRevision(tx, live));
  return last?.root === cutSetup(setup).root;
}

function mayNot(gate: GateRow, { role }: Publisher): Failure | undefined {
  return role === "key" || gate.publishers.includes(role) ? undefined : failed("forbidden");
}

async function stopsOf(
  db: PooledDatabase,
  draft: Parameters<typeof findingsNow>[1],
  now: Date,
): Promise<number> {
  const findings = await findingsNow(db, draft, now);
  return findings.filter(({ severity }) => severity === "error").length;
}

/** Asks a second person to publish what is looked at. */
export async function proposeDraft(
  db: PooledDatabase,
  { seen, note: words, takesEffectAt }: PublishOrder,
  by: Publisher,
): Promise<Result<undefined>> {
  const draft = await draftSetup(db);
  const gate = await readGate(db);
  if (!draft || !gate) return failed("not-found");
  const refusal = mayNot(gate, by);
  if (refusal) return refusal;
  if (draft.stamp !== seen.stamp) return failed("draft-moved");
  const stops = await stopsOf(db, draft, by.now);
  if (stops > 0) return stopsAtGate(stops);
  return inTransaction(db, async (tx) => {
    await putProposal(tx, {
      stamp: seen.stamp,
      note: words ?? null,
      takesEffectAt: takesEffectAt?.toISOString() ?? null,
      byId: by.who.id,
      by: by.who.name,
      at: by.now.toISOString(),
    });
    await note(tx, by, { what: "publication-asked", subject: "gate", to: { value: words ?? "" } });
    return done(undefined);
  });
}

/** Publishes what somebody else asked for; fails with `own-proposal` for who asked, `draft-moved` when it changed since. */
export async function approveProposal(
  db: PooledDatabase,
  seen: Seen,
  by: Publisher,
): Promise<Result<Published>> {
  const [gate, proposal] = [await readGate(db), await readProposal(db)];
  if (!gate || !proposal) return failed("not-found");
  const refusal = mayNot(gate, by);
  if (refusal) return refusal;
  if (proposal.byId === by.who.id) return failed("own-proposal");
  if (proposal.stamp !== seen.stamp) return failed("draft-moved");
  const order = {
    seen,
    note: proposal.note ?? undefined,
    takesEffectAt: proposal.takesEffectAt === null ? undefined : new Date(proposal.takesEffectAt),
  };
  return publishChecked(db, order, by, proposal.by);
}

/** Takes back what was asked for: who asked, or who was asked. */
export function withdrawProposal(db: PooledDatabase, by: By): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    if (!(await readProposal(tx))) return failed("not-found");
    await dropProposal(tx);
    await note(tx, by, { what: "publication-not-asked", subject: "gate" });
    return done(undefined);
  });
}

/** Takes back a revision that has not taken effect; the draft keeps what it holds. */
export async function withdrawRevision(
  db: PooledDatabase,
  number: number,
  by: Publisher,
): Promise<Result<undefined>> {
  const gate = await readGate(db);
  if (!gate) return failed("not-found");
  const refusal = mayNot(gate, by);
  if (refusal) return refusal;
  return inTransaction(db, async (tx) => {
    await lockStamps(tx);
    const waiting = await scheduledRevisions(tx);
    const row = waiting.find((one) => one.number === number);
    if (!row) return failed("not-waiting");
    await markWithdrawn(tx, number, by.who.name, by.now.toISOString());
    // the draft still calls things as the withdrawn one would have
    await putDraftRenames(tx, [...(row.renames as Renaming[]), ...(await readDraftRenames(tx))]);
    await note(tx, by, { what: "revision-withdrawn", subject: `revisions/${number}` });
    return done(undefined);
  });
}

/**
 * Makes the draft what a revision is, as one edit that can be taken back. Nothing is live by it; the gate publishes it.
 */
export async function bringBack(
  db: PooledDatabase,
  number: number,
  by: By,
  origin?: EditOrigin,
): Promise<Result<EditResult>> {
  // sent again, as its answer got lost: nothing differs any more
  const first = origin && (await findEdit(db, origin.id));
  if (first) return done({ stamp: first.stamp, changes: first.changes });
  const [draft, revision] = [await draftSetup(db), await revisionSetup(db, number)];
  if (!draft || !revision) return failed("not-found");
  const changes = differenceOf(draft.setup, revision.setup);
  if (changes.length === 0) return done({ stamp: draft.stamp, changes: [] });
  const edited = await editSetup(db, changes, by, origin && { ...origin, seen: draft.stamp });
  if (!edited.ok) return edited;
  await inTransaction(db, async (tx) => {
    await putDraftRenames(tx, inverseRenames(await renamesAfter(tx, number)));
    await note(tx, by, { what: "revision-brought-back", subject: `revisions/${number}` });
    return done(undefined);
  });
  return edited;
}

/**
 * Puts what was live before back in force at once, as a revision of its own. The draft stays; small edits wait until it is
 * settled, so that the fault is not published again. Fails with `nothing-before` where the live revision is the first.
 */
export async function backOut(db: PooledDatabase, live: number, by: Publisher): Promise<Result<Published>> {
  const gate = await readGate(db);
  if (!gate) return failed("not-found");
  const refusal = mayNot(gate, by);
  if (refusal) return refusal;
  const before = await inForceBefore(db, live);
  const former = before && (await revisionSetup(db, before.number));
  if (!former) return failed("nothing-before");
  const result = await inTransaction(db, async (tx): Promise<Result<Published>> => {
    const { stamp } = await lockStamps(tx);
    const [now, last] = [await readLiveNumber(tx), await lastRevisionNumber(tx)];
    if (now !== live) {
      const other = await readRevision(tx, last);
      return publishedMeanwhile(other?.publishedBy ?? "", last);
    }
    const renames = inverseRenames(await renamesAfter(tx, former.number, live));
    const published = await publishIn(
      tx,
      { setup: former.setup, stamp, kind: "backed-out", restores: former.number, renames },
      by,
    );
    if (!published.ok) return published;
    // the draft still calls things as what was backed out did
    await putDraftRenames(tx, [...inverseRenames(renames), ...(await readDraftRenames(tx))]);
    if (gate.smallEdits) await writeGate(tx, { isHeld: true });
    return published;
  });
  if (result.ok) rememberRevision(result.value.number, result.value.setup);
  return result;
}
