import "server-only";
import { Bench } from "@/core/bench/bench";
import { memberChanges, type MemberChange } from "@/core/gate/member-changes";
import { splitPath } from "@/core/setup/path";
import type { Setup } from "@/core/setup/setup";
import { placeHref } from "@/features/draft";
import { ticketOf, type Ticket } from "@/features/bench";
import { changeWords, memberTitle, wholeWords, type ChangeWords } from "@/messages/change-words";
import { findingWhy } from "@/messages/finding-why";
import { findingSentence } from "@/messages/finding-sentence";
import { localTimeText } from "@/core/calendar/local-time-text";
import { memberWords } from "@/messages/place-words";
import { isRole, may } from "@/server/auth/roles";
import { load, type Look } from "@/server/load";
import {
  formerRevision,
  listedRevision,
  listedRevisions,
  type ListedRevision,
  type RevisionState,
} from "@/server/services/revision-list";
import { codesOfDraft } from "@/server/services/draft-codes";
import { draftSetup, type DraftSetup } from "@/server/services/draft-setup";
import { findingsOf } from "@/server/services/findings";
import { changersSince, gateRules, gateState, memberKey, type GateState } from "@/server/services/gate";
import { countingFindings } from "@/server/services/set-aside";
import { revisionSetup } from "@/server/services/live-setup";
import { hasConfirmed } from "@/server/orders/order-queue";
import { ratesForTrials } from "@/server/carriers/rates-for-trials";
import { readTrials, trialItems } from "@/server/services/trials";

/** A revision as lists show it; times by the business's clock. */
export interface ShownRevision {
  readonly number: number;
  readonly state: RevisionState;
  readonly note: string;
  readonly by: string;
  readonly asked: string;
  readonly published: string;
  readonly takesEffect: string;
  readonly isSmall: boolean;
  /** "3 changes of offers, 1 of tariffs". */
  readonly changes: string;
  /** Charges that were applied by it. */
  readonly charges: number;
  /** The replay that was made before it was published. */
  readonly replay: { readonly id: string; readonly orders: number; readonly changed: number } | undefined;
  readonly restores: number | undefined;
}

/** What waits of one member, in words. */
export interface ShownMember {
  readonly list: string;
  readonly code: string;
  readonly title: string;
  readonly whole: string;
  readonly href: string | undefined;
  readonly lines: readonly ShownLine[];
  readonly who: string;
  readonly when: string;
}

export interface ShownLine extends ChangeWords {
  /** Behind a line that stands for many: each of them. */
  readonly inside: readonly ChangeWords[];
}

export interface ShownFinding {
  readonly why: string;
  readonly text: string;
  readonly href: string | undefined;
  readonly place: string;
}

export interface ShownTrial {
  readonly name: string;
  readonly ticket: Ticket;
}

const MOST_FINDINGS = 50;

/** Everything the gate's page shows; `undefined` before a business is set up. */
export function loadGate() {
  return load(async ({ db, person, now }) => {
    const draft = await draftSetup(db);
    const state = draft && (await gateState(db, draft));
    if (!draft || !state) return undefined;
    const zone = draft.setup.business.timeZone;
    const live = await listedRevision(db, state.live);
    const base = await listedRevision(db, state.base);
    const waiting = await Promise.all(state.waiting.map(({ number }) => listedRevision(db, number)));
    const [findings, members, trials] = await Promise.all([
      findingsOf(db, draft, now),
      shownMembers(db, draft, state, base?.publishedAt ?? now.toISOString(), zone),
      shownTrials(db, draft, state, now),
    ]);
    const counting = await countingFindings(db, findings.findings);
    const of = (severity: "error" | "warning") =>
      counting
        .filter((finding) => finding.severity === severity)
        .map((finding) => ({
          text: findingSentence(finding),
          why: findingWhy[finding.code],
          href: placeHref(finding.source),
          place: splitPath(finding.source).slice(0, 2).join(" "),
        }));
    const [stops, warnings] = [of("error"), of("warning")];
    const isPublisher = may(person.role, "publish") && state.rules.publishers.includes(person.role);
    return {
      seen: { stamp: draft.stamp, last: state.last },
      zone,
      live: live && shownRevision(live, zone),
      waiting: waiting.flatMap((row) => (row ? [shownRevision(row, zone)] : [])),
      isAtOnce: state.isAtOnce,
      // who confirms orders has something to guard
      offersClosing: state.isAtOnce && person.role === "admin" && (await hasConfirmed(db)),
      publishers: state.rules.publishers.filter(isRole),
      isHeld: state.rules.isHeld,
      changes: state.changes,
      members,
      stops: stops.slice(0, MOST_FINDINGS),
      stopCount: stops.length,
      warnings: warnings.slice(0, MOST_FINDINGS),
      warningCount: warnings.length,
      isChecking: findings.pending,
      trials,
      mayEdit: may(person.role, "edit-setup"),
      mayPublish: isPublisher,
      secondPerson: state.rules.secondPerson,
      proposal: state.proposal && {
        by: state.proposal.by,
        isMine: state.proposal.byId === person.id,
        note: state.proposal.note ?? "",
        at: localTimeText(state.proposal.at, zone),
        takesEffect:
          state.proposal.takesEffectAt === null
            ? undefined
            : localTimeText(state.proposal.takesEffectAt, zone),
        isStale: state.proposal.stamp !== draft.stamp,
      },
    };
  });
}

export type GateView = NonNullable<Awaited<ReturnType<typeof loadGate>>>;

async function shownMembers(
  db: Look["db"],
  draft: DraftSetup,
  { base }: GateState,
  since: string,
  zone: string,
): Promise<ShownMember[]> {
  const revision = await revisionSetup(db, base);
  if (!revision) return [];
  const changers = await changersSince(db, new Date(since).toISOString());
  return memberChanges(revision.setup, draft.setup).map((member) => {
    const who = changers.get(memberKey(member.list, member.code)) ?? changers.get("/") ?? [];
    return {
      ...shownMember(member, draft.setup),
      who: who.map((one) => one.who).join(", "),
      when: who[0] ? localTimeText(who[0].at, zone) : "",
    };
  });
}

function shownMember(member: MemberChange, setup: Setup): ShownMember {
  const words = (line: Parameters<typeof changeWords>[0]) => changeWords(line, currencyOf(member, setup));
  const path = memberKey(member.list, member.code).replace(/\/$/, "");
  return {
    list: member.list,
    code: member.code,
    title: memberTitle(member),
    whole: wholeWords(member.is),
    href: member.is === "gone" ? undefined : placeHref(path),
    lines: member.lines.map((line) => ({
      ...words(line),
      inside:
        line.kind === "cells"
          ? line.cells.map(words)
          : line.kind === "entries"
            ? line.entries.map(entryWords)
            : [],
    })),
    who: "",
    when: "",
  };
}

/** What amounts of a member are in. */
function currencyOf({ list, code }: MemberChange, { offers, business }: Setup): string {
  const offer = list === "offers" ? offers.find((one) => one.code === code) : undefined;
  return offer?.currency ?? business.homeCurrency;
}

type Entries = Extract<MemberChange["lines"][number], { kind: "entries" }>["entries"];

function entryWords({ from, to }: Entries[number]): ChangeWords {
  const { country, subdivision, postcode } = (to ?? from) as NonNullable<typeof to>;
  const zoneOf = (entry: typeof to) =>
    entry === undefined ? "not there" : entry.zone === null ? "not served" : `zone ${entry.zone}`;
  return {
    what: [country, subdivision, postcode].filter((part) => part !== undefined).join(" "),
    from: zoneOf(from),
    to: zoneOf(to),
  };
}

async function shownTrials(
  db: Look["db"],
  draft: DraftSetup,
  { base }: GateState,
  now: Date,
): Promise<ShownTrial[]> {
  const revision = await revisionSetup(db, base);
  const list = await readTrials(db);
  if (!revision || list.length === 0) return [];
  const items = await trialItems(db, list);
  const { renames } = await codesOfDraft(db);
  const bench = new Bench({ setup: draft.setup, items }, list, now.toISOString(), revision.setup, renames);
  bench.setRates(new Map(await ratesForTrials(db, list, { mode: "cached", now })));
  return bench.rows().map((row, i) => ({ name: list[i]?.name ?? "", ticket: ticketOf(row, undefined) }));
}

function shownRevision(row: ListedRevision, zone: string): ShownRevision {
  const clock = (instant: string) => localTimeText(new Date(instant).toISOString(), zone);
  return {
    number: row.number,
    state: row.state,
    note: row.note ?? "",
    by: row.publishedBy,
    asked: row.askedBy ?? "",
    published: clock(row.publishedAt),
    takesEffect: clock(row.takesEffectAt),
    isSmall: row.kind === "small-edit",
    changes: row.kind === "first" ? "the first" : countWords(row.changes as Record<string, number>),
    charges: row.charges,
    replay: row.replay,
    restores: row.restores ?? undefined,
  };
}

function countWords(counts: Readonly<Record<string, number>>): string {
  return Object.entries(counts)
    .map(([list, n]) => `${n} in ${memberWords(list, 2)}`)
    .join(", ");
}

const PAGE = 100;

/** The revisions, the newest first. */
export function loadRevisions(before: number | undefined) {
  return load(async ({ db, person }) => {
    const draft = await draftSetup(db);
    const state = draft && (await gateState(db, draft));
    if (!draft || !state) return undefined;
    const zone = draft.setup.business.timeZone;
    const rows = await listedRevisions(db, { before, limit: PAGE });
    return {
      zone,
      live: state.live,
      revisions: folded(rows.map((row) => shownRevision(row, zone))),
      more: rows.length === PAGE ? rows[rows.length - 1]?.number : undefined,
      mayEdit: may(person.role, "edit-setup"),
      mayPublish: may(person.role, "publish") && state.rules.publishers.includes(person.role),
    };
  });
}

/** Small edits of one person that were made within the same minute, one after the other, are one row. */
function folded(list: readonly ShownRevision[]): (ShownRevision & { readonly edits: number })[] {
  const rows: (ShownRevision & { edits: number })[] = [];
  for (const one of list) {
    const last = rows[rows.length - 1];
    const isSame = last?.isSmall && one.isSmall && last.by === one.by && last.published === one.published;
    if (last && isSame) last.edits++;
    else rows.push({ ...one, edits: 1 });
  }
  return rows;
}

/** What one revision changed of another, in words; `undefined` where one of them is not there. */
export function loadComparison(number: number, other: number | undefined) {
  return load(async ({ db, person }) => {
    const draft = await draftSetup(db);
    const row = await listedRevision(db, number);
    const revision = row && (await revisionSetup(db, number));
    if (!draft || !row || !revision) return undefined;
    const zone = draft.setup.business.timeZone;
    const against = other === undefined ? await before(db, number) : await revisionSetup(db, other);
    return {
      zone,
      revision: shownRevision(row, zone),
      against: against?.number,
      members: against
        ? memberChanges(against.setup, revision.setup).map((member) => shownMember(member, revision.setup))
        : [],
      mayEdit: may(person.role, "edit-setup"),
    };
  });
}

async function before(db: Look["db"], number: number) {
  const former = await formerRevision(db, number);
  return former === undefined ? undefined : revisionSetup(db, former);
}

/** A revision's setup as a file. */
export function loadRevisionFile(number: number) {
  return load(async ({ db }) => (await revisionSetup(db, number))?.setup);
}

/** A whole number from 1 as an address has it; `undefined` for anything else. */
export function numberIn(text: string | undefined): number | undefined {
  return text !== undefined && /^[1-9]\d{0,8}$/.test(text) ? Number(text) : undefined;
}

/** How changes are published, for the business's page. */
export function loadGateRules() {
  return load(async ({ db, person }) => {
    const rules = await gateRules(db);
    return (
      rules && {
        mayChange: may(person.role, "manage-people"),
        rules: {
          publishers: rules.publishers.filter(isRole),
          secondPerson: rules.secondPerson,
          smallEdits: rules.smallEdits,
        },
      }
    );
  });
}
