import "server-only";
import { and, gte, inArray, sql } from "drizzle-orm";
import { differenceOf } from "@/core/setup/difference";
import { joinPath } from "@/core/setup/path";
import type { Change } from "@/core/setup/inverse";
import type { Setup } from "@/core/setup/setup";
import { note, type By } from "@/db/queries/activity";
import { findEdit } from "@/db/queries/edits";
import type { Database, PooledDatabase } from "@/db/connect";
import {
  lastRevisionNumber,
  readGate,
  readLiveNumber,
  readProposal,
  scheduledRevisions,
  writeGate,
  type GateRow,
  type ProposalRow,
  type RevisionRow,
} from "@/db/queries/revisions";
import { activity, user } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { draftSetup, type DraftSetup } from "./draft-setup";
import { editSetup, type EditOrigin, type EditResult } from "./edit-setup";
import { revisionSetup } from "./live-setup";

/** How the draft stands to what was published. */
export interface GateState {
  readonly rules: GateRow;
  /** The number of the revision that is live. */
  readonly live: number;
  /** The last that was made; a scheduled or withdrawn one too. */
  readonly last: number;
  /** What the draft is compared with: the last that takes effect. */
  readonly base: number;
  /** How many changes make the draft of it. */
  readonly changes: number;
  /** Whether edits are live as they are made. */
  readonly isAtOnce: boolean;
  readonly waiting: readonly RevisionRow[];
  readonly proposal: ProposalRow | undefined;
}

/** How changes are published; `undefined` before a business is set up. */
export { readGate as gateRules } from "@/db/queries/revisions";

/** Whether edits are live as they are made. */
export async function isPublishedAtOnce(db: Database): Promise<boolean> {
  const rules = await readGate(db);
  return rules !== undefined && isAtOnce(rules);
}

const isAtOnce = ({ smallEdits, isHeld }: GateRow) => smallEdits && !isHeld;

/** `undefined` before a business is set up. */
export async function gateState(db: PooledDatabase, draft: DraftSetup): Promise<GateState | undefined> {
  const [rules, live] = [await readGate(db), await readLiveNumber(db)];
  if (!rules || live === undefined) return undefined;
  const waiting = await scheduledRevisions(db);
  const base = waiting[waiting.length - 1]?.number ?? live;
  return {
    rules,
    live,
    last: await lastRevisionNumber(db),
    base,
    changes: (await waitingChanges(db, draft, base)).length,
    isAtOnce: isAtOnce(rules),
    waiting,
    proposal: await readProposal(db),
  };
}

interface KnownChanges {
  readonly stamp: number;
  readonly base: number;
  readonly changes: readonly Change[];
}

const holder = globalThis as { wallodromWaiting?: KnownChanges };

/** What makes the draft of a revision; worked out once for each state of the draft. */
export async function waitingChanges(
  db: PooledDatabase,
  draft: DraftSetup,
  base: number,
): Promise<readonly Change[]> {
  const known = holder.wallodromWaiting;
  if (known?.stamp === draft.stamp && known.base === base) return known.changes;
  const revision = await revisionSetup(db, base);
  const changes = revision ? differenceOf(revision.setup, draft.setup) : [];
  holder.wallodromWaiting = { stamp: draft.stamp, base, changes };
  return changes;
}

/** Somebody who changed a member, and when they last did. */
export interface Changer {
  readonly who: string;
  readonly at: string;
}

/** Who changed which member from an instant on, by `list/code`; the last to do so first. */
export async function changersSince(db: Database, since: string): Promise<ReadonlyMap<string, Changer[]>> {
  const member = sql<string>`split_part(${activity.subject}, '/', 1) || '/' || split_part(${activity.subject}, '/', 2)`;
  const who = sql<string>`coalesce(${user.name}, ${activity.who})`;
  const rows = await db
    .select({ member, who, at: sql<string>`max(${activity.at})` })
    .from(activity)
    .leftJoin(user, sql`${user.id} = ${activity.whoId}`)
    .where(
      and(
        gte(activity.at, since),
        inArray(activity.what, ["setup-changed", "setup-changed-in-many-places", "setup-replaced"]),
      ),
    )
    .groupBy(member, who)
    .orderBy(sql`max(${activity.at}) desc`);
  const found = new Map<string, Changer[]>();
  for (const { member: of, who: name, at } of rows)
    found.set(of, [...(found.get(of) ?? []), { who: name, at: new Date(at).toISOString() }]);
  return found;
}

/** The key a member has there. */
export function memberKey(list: string, code: string): string {
  return code === "" ? `${list}/` : joinPath(list, code);
}

/** A member of the setup, or with an empty code a part that has no members. */
export interface Member {
  readonly list: keyof Setup;
  readonly code: string;
}

/**
 * Takes what waits of one member back: the draft has it again as the last revision has it. Fails as an edit does where
 * others of the draft need it as it is.
 */
export async function takeBack(
  db: PooledDatabase,
  { list, code }: Member,
  by: By,
  origin?: EditOrigin,
): Promise<Result<EditResult>> {
  // sent again, as its answer got lost: nothing of it waits any more
  const first = origin && (await findEdit(db, origin.id));
  if (first) return done({ stamp: first.stamp, changes: first.changes });
  const draft = await draftSetup(db);
  const state = draft && (await gateState(db, draft));
  const base = state && (await revisionSetup(db, state.base));
  if (!draft || !base) return failed("not-found");
  const target = { ...draft.setup, [list]: withMember(draft.setup[list], base.setup[list], code) };
  const changes = differenceOf(draft.setup, target);
  if (changes.length === 0) return failed("not-found");
  return editSetup(db, changes, by, origin && { ...origin, seen: draft.stamp });
}

type Coded = { readonly code: string };

/** A list of the draft with one member as the revision has it, at the place it has there. */
function withMember(draft: unknown, base: unknown, code: string): unknown {
  if (code === "") return base;
  const [now, was] = [draft as readonly Coded[], base as readonly Coded[]];
  const without = now.filter((member) => member.code !== code);
  const at = was.findIndex((member) => member.code === code);
  const former = was[at];
  if (!former) return without;
  const before = new Set(was.slice(0, at).map((member) => member.code));
  const place = without.reduce((last, member, i) => (before.has(member.code) ? i + 1 : last), 0);
  return [...without.slice(0, place), former, ...without.slice(place)];
}

/** Sets who publishes and how. */
export function setGateRules(
  db: PooledDatabase,
  rules: Pick<GateRow, "publishers" | "secondPerson" | "smallEdits">,
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const before = await readGate(tx);
    if (!before) return failed("not-found");
    await writeGate(tx, { ...rules, ...(rules.smallEdits ? {} : { isHeld: false }) });
    const { publishers, secondPerson, smallEdits } = before;
    await note(tx, by, {
      what: "gate-rules-set",
      subject: "gate",
      from: { value: { publishers, secondPerson, smallEdits } },
      to: { value: rules },
    });
    return done(undefined);
  });
}
