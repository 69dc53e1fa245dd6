import "server-only";
import { dateOf, dayOf } from "@/core/calendar/working-days";
import { moneyText } from "@/core/money/currency";
import { Decimal, sum } from "@/core/money/decimal";
import type { BillLine } from "@/core/recovery/bill";
import { billCauses, type BillCause, type ExplainedBill } from "@/core/recovery/explain-bill";
import { objectionStates, type ObjectionState } from "@/core/recovery/objection";
import type { BilledParcel } from "@/core/recovery/match-bill";
import type { PooledDatabase } from "@/db/connect";
import {
  listBills,
  readBill,
  shipmentsOfBill,
  type BilledAndOurs,
  type BillRow,
  type ListedBill,
} from "@/db/queries/recovery";
import { readWaiting } from "@/db/queries/month-end";
import { done, failed, type Result } from "../result";
import { liveSetup } from "../services/live-setup";
import { objectionTo } from "./objection-to";

const MOST_BILLS = 500;
/** Days after which something that left and nobody billed is told. */
const UNBILLED_DAYS = 14;
/** Days before a carrier's last bill in which what it has not billed is looked for. */
const LOOKED_BACK = 150;
/** Orders of these that are named. */
const MOST_NAMED = 20;

/** Why a bill differs, over all its shipments that are matched: parts and what is left, in home currency. */
export interface CauseSums {
  readonly expected: string;
  readonly billed: string;
  readonly difference: string;
  readonly causes: Readonly<Record<BillCause, string>>;
  readonly unexplained: string;
}

export interface ShownBilled {
  readonly position: number;
  /** As the bill has it, where it does not say as it was ours. */
  readonly parcel: BilledParcel;
  readonly match: string;
  readonly score: number | undefined;
  readonly isTaken: boolean;
  readonly order: string | undefined;
  /** In home currency; absent without a rate. */
  readonly billed: string | undefined;
  readonly explained: ExplainedBill | undefined;
  readonly lines: readonly BillLine[];
  /** What there is to object to, in the bill's currency; and how far an objection is. */
  readonly objectable: string;
  readonly objection: ObjectionState | undefined;
}

export interface BillView {
  readonly id: string;
  readonly carrier: string;
  readonly carrierName: string;
  readonly number: string;
  readonly date: string;
  readonly currency: string;
  readonly total: string;
  readonly homeCurrency: string;
  readonly taken: { readonly at: string; readonly by: string };
  readonly unread: readonly string[];
  readonly fees: { readonly lines: readonly BillLine[]; readonly home: string | undefined };
  /** Those that are matched, the greatest difference first. */
  readonly matched: readonly ShownBilled[];
  /** Likenesses nobody has agreed to yet. */
  readonly proposed: readonly ShownBilled[];
  readonly again: readonly ShownBilled[];
  readonly unknown: readonly ShownBilled[];
  readonly sums: CauseSums;
  readonly serviceNames: Readonly<Record<string, string>>;
}

export async function viewBill(db: PooledDatabase, id: string): Promise<Result<BillView>> {
  const [bill, live] = await Promise.all([readBill(db, id), liveSetup(db)]);
  if (!bill || !live) return failed("not-found");
  const { setup } = live;
  const { homeCurrency } = setup.business;
  const all = (await shipmentsOfBill(db, id)).map((row) => shownBilled(row, bill));
  const matched = all.filter(({ isTaken }) => isTaken);
  const lines = bill.lines as BillLine[];
  return done({
    id,
    carrier: bill.carrier,
    carrierName: setup.carriers.find(({ code }) => code === bill.carrier)?.name ?? bill.carrier,
    number: bill.number,
    date: bill.date,
    currency: bill.currency,
    total: moneyText(Decimal.of(bill.total), bill.currency),
    homeCurrency,
    taken: { at: new Date(bill.takenAt).toISOString(), by: bill.takenBy },
    unread: bill.unread,
    fees: { lines: bill.fees.flatMap((at) => lines[at] ?? []), home: bill.feesHome ?? undefined },
    matched: [...matched].sort((a, b) => differenceOf(b).compare(differenceOf(a)) || a.position - b.position),
    proposed: all.filter(({ match, isTaken }) => match === "likeness" && !isTaken),
    again: all.filter(({ match }) => match === "again"),
    unknown: all.filter(({ match }) => match === "unknown"),
    sums: causeSums(
      matched.flatMap(({ explained }) => explained ?? []),
      homeCurrency,
    ),
    serviceNames: Object.fromEntries(setup.services.map(({ code, name }) => [code, name])),
  });
}

function shownBilled(row: BilledAndOurs, { lines, currency }: BillRow): ShownBilled {
  const all = lines as BillLine[];
  const explained = (row.explained ?? undefined) as ExplainedBill | undefined;
  return {
    position: row.position,
    parcel: { ...ours(row), ...(row.parcel as BilledParcel) },
    match: row.match,
    score: row.score ?? undefined,
    isTaken: row.taken,
    order: row.order ?? undefined,
    billed: row.billedHome ?? undefined,
    explained,
    objectable: objectionTo(row, currency) ?? "0",
    objection: objectionStates.find((state) => state === row.objection),
    lines: row.lines.flatMap((at) => all[at] ?? []),
  };
}

/** What we know of the shipment something billed is. */
function ours({ ourService, ourCountry, ourPostcode }: BilledAndOurs): Partial<BilledParcel> {
  return {
    ...(ourService === null ? {} : { service: ourService }),
    ...(ourCountry === null ? {} : { country: ourCountry }),
    ...(ourPostcode === null ? {} : { postcode: ourPostcode }),
  };
}

function differenceOf({ explained }: ShownBilled): Decimal {
  const difference = explained ? Decimal.of(explained.difference) : Decimal.zero;
  return difference.sign < 0 ? difference.negated() : difference;
}

/** The sums of explanations: of what is shown, so that they add up as it does. */
export function causeSums(list: readonly ExplainedBill[], currency: string): CauseSums {
  const total = (of: (one: ExplainedBill) => string) =>
    moneyText(sum(list.map((one) => Decimal.of(of(one)))), currency);
  const causes = Object.fromEntries(
    billCauses.map((cause) => [cause, total((one) => one.causes[cause])]),
  ) as Record<BillCause, string>;
  return {
    expected: total(({ expected }) => expected),
    billed: total(({ billed }) => billed),
    difference: total(({ difference }) => difference),
    causes,
    unexplained: total(({ unexplained }) => unexplained),
  };
}

/** Bills in a list, the newest first, and what left by their carriers and nobody has billed though it is time. */
export async function viewBills(db: PooledDatabase, now: Date) {
  const [list, live] = await Promise.all([listBills(db, MOST_BILLS), liveSetup(db)]);
  if (!live) return undefined;
  const { setup } = live;
  const today = now.toISOString().slice(0, 10);
  const carriers = setup.carriers.filter(({ code }) => list.some(({ carrier }) => carrier === code));
  const waiting = [];
  for (const { code, name } of carriers) {
    // what left after the last bill may be on the next one
    const last = list.find(({ carrier }) => carrier === code)?.date ?? today;
    const days = { from: dayBefore(last, LOOKED_BACK), to: dayBefore(last, UNBILLED_DAYS) };
    waiting.push({ carrier: code, name, ...(await readWaiting(db, code, { ...days, most: MOST_NAMED })) });
  }
  return {
    homeCurrency: setup.business.homeCurrency,
    bills: list.map((one) => shownListed(one, setup.business.homeCurrency)),
    carriers: setup.carriers.map(({ code, name }) => ({ code, name })),
    waiting,
  };
}

function dayBefore(day: string, days: number): string {
  return dateOf(dayOf(day) - days);
}

/** A bill in the list, its money as money: what is billed less what was expected is told here, not on the page. */
function shownListed(one: ListedBill, home: string) {
  const [expected, billed] = [Decimal.of(one.expectedHome), Decimal.of(one.matchedHome)];
  const { id, carrier, number, date, currency, shipments, matched } = one;
  return {
    id,
    carrier,
    number,
    date,
    currency,
    shipments,
    matched,
    total: moneyText(Decimal.of(one.total), currency),
    expected: moneyText(expected, home),
    billed: moneyText(billed, home),
    difference: moneyText(billed.minus(expected), home),
  };
}
