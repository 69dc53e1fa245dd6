import "server-only";
import { roundMoney, moneyText } from "@/core/money/currency";
import { Decimal, sum } from "@/core/money/decimal";
import { convert } from "@/core/money/exchange";
import { bill as billSchema, type Bill } from "@/core/recovery/bill";
import { groupBill, type GroupedBill } from "@/core/recovery/group-bill";
import { matchBill, type BillMatch } from "@/core/recovery/match-bill";
import { parseWith } from "@/core/setup/parse-setup";
import type { PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { TAKEN_ONCE } from "@/db/schema";
import { deleteBill, hasObjections, insertBill, type BilledShipmentRow } from "@/db/queries/recovery";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { liveSetup, type Revision } from "../services/live-setup";
import { breaksRule } from "./breaks-rule";
import { wordsOf } from "./bill-words";
import { explainShipments } from "./explain-shipment";
import { shipmentOf, shippedParcels } from "./shipped-parcels";

/** Likenesses of this score and more are taken without a person. */
export const TAKEN_FROM = 90;

/** Told how many of a bill's shipments are worked out, of how many. */
export type Progress = (done: number, total: number) => void;

/** What came of taking a bill in. */
export interface TakenBill {
  readonly id: string;
  readonly shipments: number;
  readonly taken: number;
}

/**
 * Takes a carrier's bill in: its lines put together by shipment, matched with what was shipped, and explained. All or nothing;
 * fails with `bill-known` where the carrier has billed by its number before, and as `invalid` for what no bill can be.
 */
export async function takeBill(
  db: PooledDatabase,
  carrier: string,
  input: unknown,
  by: By,
  progress: Progress = () => undefined,
): Promise<Result<TakenBill>> {
  const live = await liveSetup(db);
  if (!live?.setup.carriers.some(({ code }) => code === carrier)) return failed("not-found");
  const read = parseWith(billSchema, input);
  if (!read.ok) return failed("invalid", read.problems);
  const { value: bill } = read;
  try {
    return await takeIn(db, live, { carrier, bill, progress }, by);
  } catch (error) {
    if (!breaksRule(error, TAKEN_ONCE)) throw error;
    // another bill has taken one of its shipments meanwhile: by now that is seen
    return takeIn(db, live, { carrier, bill, progress }, by);
  }
}

async function takeIn(
  db: PooledDatabase,
  live: Revision,
  { carrier, bill, progress }: { readonly carrier: string; readonly bill: Bill; readonly progress: Progress },
  by: By,
): Promise<Result<TakenBill>> {
  const grouped = groupBill(bill, await wordsOf(db, carrier));
  const shipped = await shippedParcels(db, live.setup, carrier, bill.date);
  const orderOf = new Map(shipped.map(({ id, order }) => [id, order]));
  const matches = matchBill(
    grouped.groups.map(({ parcel }) => parcel),
    shipped,
    { takenFrom: TAKEN_FROM },
  );
  const explained = await explainedMatches(db, { groups: grouped.groups, matches, orderOf }, progress);
  return inTransaction(db, async (tx) => {
    const parts = grouped.groups.map((group, position): Omit<BilledShipmentRow, "bill"> => {
      const match = matches[position];
      const why = explained.get(position);
      return {
        position,
        lines: [...group.lines],
        parcel: group.parcel,
        billed: group.shipment,
        ...matchColumns(match, orderOf),
        explained: why ?? null,
        expectedHome: why?.expected ?? null,
        billedHome: why?.billed ?? homeOf(live, bill, group.shipment.total),
      };
    });
    const id = await insertBill(
      tx,
      { ...billRow(live, bill, grouped), carrier, takenAt: by.now.toISOString(), takenBy: by.who.name },
      parts,
    );
    if (id === undefined) return failed("bill-known");
    await note(tx, by, {
      what: "bill-taken",
      subject: `bills/${id}`,
      from: null,
      to: { carrier, number: bill.number, total: grouped.total, currency: bill.currency },
    });
    return done({ id, shipments: parts.length, taken: parts.filter(({ taken }) => taken).length });
  });
}

/** A bill as it is stored, but whose it is and who took it in. */
function billRow(live: Revision, bill: Bill, { fees, unread, total }: GroupedBill) {
  const sumOfFees = sum(fees.map((at) => Decimal.of(bill.lines[at]?.amount ?? "0")));
  return {
    number: bill.number,
    date: bill.date,
    currency: bill.currency,
    total,
    lines: bill.lines,
    fees: [...fees],
    feesHome: homeOf(live, bill, sumOfFees.toString()),
    unread: [...unread],
  };
}

/** Takes a bill back, with all that was worked out of it. */
export function takeBillBack(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    if (await hasObjections(tx, id)) return failed("bill-objected");
    const gone = await deleteBill(tx, id);
    if (!gone) return failed("not-found");
    const { carrier, number, total, currency } = gone;
    const subject = `bills/${id}`;
    await note(tx, by, {
      what: "bill-taken-back",
      subject,
      from: { carrier, number, total, currency },
      to: null,
    });
    return done(undefined);
  });
}

/** By the rates of the bill's day; `null` without one. */
function homeOf({ setup, compiled }: Revision, { date, currency }: Bill, amount: string): string | null {
  const { homeCurrency } = setup.business;
  const conversion = compiled.exchange.on(date).find(currency, homeCurrency);
  return conversion
    ? moneyText(roundMoney(convert(Decimal.of(amount), conversion), homeCurrency), homeCurrency)
    : null;
}

async function explainedMatches(
  db: PooledDatabase,
  {
    groups,
    matches,
    orderOf,
  }: {
    readonly groups: GroupedBill["groups"];
    readonly matches: readonly BillMatch[];
    readonly orderOf: ReadonlyMap<string, string>;
  },
  progress: Progress,
) {
  const list = matches.flatMap((match, position) => {
    const group = groups[position];
    return "shipment" in match && group
      ? [
          {
            position,
            order: orderOf.get(match.shipment) ?? "",
            shipment: match.shipment,
            billed: group.shipment,
          },
        ]
      : [];
  });
  const found = await explainShipments(db, list, progress);
  return new Map(list.flatMap(({ position }, i) => (found[i] ? [[position, found[i]] as const] : [])));
}

function matchColumns(
  match: BillMatch | undefined,
  orderOf: ReadonlyMap<string, string>,
): Pick<BilledShipmentRow, "match" | "score" | "taken" | "charge" | "shipment" | "order"> {
  const none = { score: null, taken: false, charge: null, shipment: null, order: null };
  if (!match || "unknown" in match) return { ...none, match: "unknown" };
  const id = "again" in match ? match.again : match.shipment;
  const { charge, position } = shipmentOf(id);
  const ours = { charge, shipment: position, order: orderOf.get(id) ?? null };
  if ("again" in match) return { ...none, ...ours, match: "again" };
  return { ...ours, match: match.by, score: match.score, taken: match.isTaken };
}
