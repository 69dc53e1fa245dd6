import { Decimal, sum } from "../money/decimal";
import type { Bill, BillLine, BillWords, ChargeCode } from "./bill";
import type { BilledShipment } from "./explain-bill";
import type { BilledParcel } from "./match-bill";

/** A shipment of a bill: its lines by their place on it, how it is found, and what it comes to. */
export interface BilledGroup {
  readonly parcel: BilledParcel;
  readonly shipment: BilledShipment;
  readonly lines: readonly number[];
}

export interface GroupedBill {
  readonly groups: readonly BilledGroup[];
  /** Lines that are of no shipment, by their place. */
  readonly fees: readonly number[];
  /** Codes nobody has said anything of, each once, in the bill's order: they are taken as surcharges we have none of. */
  readonly unread: readonly string[];
  /** Without tax, in the bill's currency: of all groups and fees, which is of all lines. */
  readonly total: string;
}

/** What lines come to, without tax. */
export function billTotal(lines: readonly BillLine[]): string {
  return sum(lines.map(({ amount }) => Decimal.of(amount))).toString();
}

interface Read {
  readonly at: number;
  readonly line: BillLine;
  readonly code: ChargeCode;
}

/**
 * Puts a bill's lines together by shipment: those of one tracking number, else of one reference; a line with neither stands alone.
 * The same line a second time (code, amount, day and weight) begins a second group of its number: billed twice, or a second
 * parcel, as matching finds out. Groups are in the order of their first lines.
 */
export function groupBill(bill: Bill, words: BillWords): GroupedBill {
  const codes = new Map(words.codes.map((one) => [one.code.toLowerCase(), one]));
  const unread = new Set<string>();
  const read = bill.lines.map((line, at): Read => {
    const known = codes.get(line.charge.toLowerCase());
    if (!known) unread.add(line.charge);
    return { at, line, code: known ?? { code: line.charge, kind: "surcharge" } };
  });
  const tellsParts = read.some(({ code }) => code.kind === "surcharge");
  const groups = new Map<string, Read[]>();
  const seen = new Map<string, number>();
  for (const one of read) {
    if (one.code.kind === "fee") continue;
    const name = nameOf(one);
    const same = JSON.stringify([
      name,
      one.code.code,
      Decimal.of(one.line.amount).toString(),
      one.line.day,
      one.line.weight,
    ]);
    const times = (seen.get(same) ?? 0) + 1;
    seen.set(same, times);
    const key = times === 1 ? name : `${name} #${times}`;
    const own = groups.get(key);
    if (own) own.push(one);
    else groups.set(key, [one]);
  }
  return {
    groups: [...groups].map(([id, own]) => groupOf(id, own, bill, words, tellsParts)),
    fees: read.filter(({ code }) => code.kind === "fee").map(({ at }) => at),
    unread: [...unread],
    total: billTotal(bill.lines),
  };
}

function nameOf({ line: { tracking, reference }, at }: Read): string {
  if (tracking !== undefined && tracking !== "") return `T ${tracking}`;
  if (reference !== undefined && reference !== "") return `R ${reference}`;
  return `L ${at}`;
}

function groupOf(
  id: string,
  own: readonly Read[],
  { date, currency }: Bill,
  words: BillWords,
  tellsParts: boolean,
): BilledGroup {
  // the freight says what the shipment was; what it leaves out another line may say
  const ordered = [...own].sort((a, b) => rankOf(a) - rankOf(b) || a.at - b.at);
  const first = <K extends keyof BillLine>(field: K): BillLine[K] | undefined =>
    ordered.map(({ line }) => line[field]).find((value) => value !== undefined && value !== "");
  // a correction says what was weighed in the end
  const weight =
    own.findLast(({ code, line }) => code.kind === "correction" && line.weight !== undefined)?.line.weight ??
    first("weight");
  const said = { service: first("service"), zone: first("zone") };
  const service = said.service === undefined ? undefined : (words.services[said.service] ?? said.service);
  const zone = said.zone === undefined ? undefined : (words.zones[said.zone] ?? said.zone);
  const found = { tracking: first("tracking"), reference: first("reference"), day: first("day") };
  const place = { country: first("country"), postcode: first("postcode") };
  return {
    parcel: { id, ...told({ ...found, ...place, weight, service }) },
    shipment: {
      billedOn: date,
      currency,
      total: sum(own.map(({ line }) => Decimal.of(line.amount))).toString(),
      ...told({
        surcharges: tellsParts ? surchargesOf(own) : undefined,
        service,
        zone,
        weight,
        day: found.day,
      }),
    },
    lines: own.map(({ at }) => at),
  };
}

const ranks: Readonly<Record<ChargeCode["kind"], number>> = {
  freight: 0,
  correction: 1,
  surcharge: 2,
  fee: 3,
};
const rankOf = ({ code }: Read) => ranks[code.kind];

function surchargesOf(own: readonly Read[]): { code: string; amount: string }[] {
  const sums = new Map<string, Decimal>();
  for (const { code, line } of own) {
    if (code.kind !== "surcharge") continue;
    const name = code.surcharge ?? code.code;
    sums.set(name, (sums.get(name) ?? Decimal.zero).plus(Decimal.of(line.amount)));
  }
  return [...sums].map(([code, amount]) => ({ code, amount: amount.toString() }));
}

type Told<T> = { [K in keyof T as undefined extends T[K] ? never : K]: T[K] } & {
  [K in keyof T as undefined extends T[K] ? K : never]?: Exclude<T[K], undefined>;
};

/** Without what nobody says. */
function told<T extends object>(fields: T): Told<T> {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as Told<T>;
}
