import { Decimal } from "../money/decimal";

/** A shipment as a carrier's bill names it: what its lines say together. */
export interface BilledParcel {
  /** Its own on the bill. */
  readonly id: string;
  /** The carrier's number of it, and what we called it there. */
  readonly tracking?: string;
  readonly reference?: string;
  /** `YYYY-MM-DD`. */
  readonly day?: string;
  readonly country?: string;
  readonly postcode?: string;
  /** kg. */
  readonly weight?: string;
  /** Our code of the service. */
  readonly service?: string;
}

/** What we handed to the carrier. */
export interface ShippedParcel {
  readonly id: string;
  readonly order: string;
  readonly tracking: readonly string[];
  readonly day: string;
  readonly country: string;
  readonly postcode: string;
  readonly weight?: string;
  readonly service: string;
  /** The bill that has it already. */
  readonly billed?: string;
}

/**
 * Which shipment something billed is. By its tracking number or an order's number it is that one; by likeness it is proposed,
 * with a score of 0 to 100, unless the rule takes such scores. One that is billed already is so `again`.
 */
export type BillMatch =
  | {
      readonly billed: string;
      readonly shipment: string;
      readonly by: "tracking" | "order" | "likeness";
      readonly score: number;
      readonly isTaken: boolean;
    }
  | { readonly billed: string; readonly again: string }
  | { readonly billed: string; readonly unknown: true };

export interface MatchRule {
  /** Likenesses of this score and more are taken; more than 100: none is. */
  readonly takenFrom: number;
}

/** Days between which a shipment may be the one that is meant. */
const WINDOW_DAYS = 7;
/** What is less like than this is not proposed. */
const LEAST_SCORE = 55;

const weights = { postcode: 35, day: 30, weight: 20, service: 15 } as const;

/**
 * Matches what is billed with what was shipped, each shipment once: first by numbers, in the bill's order, then by likeness, the
 * likest first, of equally like ones in the bill's order and then by the shipment's id. What is billed a second time by its
 * number is `again`; what is like nothing is unknown. In the bill's order.
 */
export function matchBill(
  billed: readonly BilledParcel[],
  shipped: readonly ShippedParcel[],
  { takenFrom }: MatchRule,
): BillMatch[] {
  const pool = new Pool(shipped);
  const found = new Map<string, BillMatch>();
  for (const one of billed) {
    const match = byNumber(one, pool);
    if (match) found.set(one.id, match);
  }
  const left = billed.filter(({ id }) => !found.has(id));
  const likenesses = left.flatMap((one, at) =>
    pool.near(one).map((shipment) => ({ at, one, shipment, score: likeness(one, shipment) })),
  );
  likenesses.sort((a, b) => b.score - a.score || a.at - b.at || (a.shipment.id < b.shipment.id ? -1 : 1));
  for (const { one, shipment, score } of likenesses) {
    if (score < LEAST_SCORE || found.has(one.id) || !pool.take(shipment)) continue;
    found.set(one.id, {
      billed: one.id,
      shipment: shipment.id,
      by: "likeness",
      score,
      isTaken: score >= takenFrom,
    });
  }
  return billed.map(({ id }) => found.get(id) ?? { billed: id, unknown: true });
}

function byNumber(one: BilledParcel, pool: Pool): BillMatch | undefined {
  for (const [by, numbers] of [
    ["tracking", [one.tracking, one.reference]],
    ["order", [one.reference, one.tracking]],
  ] as const)
    for (const number of numbers) {
      const named = number === undefined ? [] : pool.named(by, number);
      if (named.length === 0) continue;
      const free = named.filter((shipment) => pool.isFree(shipment));
      // of several of one order the likest, of equally like ones the first by its id
      const [best] = [...free].sort((a, b) => likeness(one, b) - likeness(one, a) || (a.id < b.id ? -1 : 1));
      if (!best) return { billed: one.id, again: named.map(({ id }) => id).sort()[0] ?? "" };
      pool.take(best);
      return { billed: one.id, shipment: best.id, by, score: 100, isTaken: true };
    }
  return undefined;
}

/** Shipments to be found by their numbers and near an address, each taken once. */
class Pool {
  private readonly byTracking = new Map<string, ShippedParcel[]>();
  private readonly byOrder = new Map<string, ShippedParcel[]>();
  private readonly byPlace = new Map<string, ShippedParcel[]>();
  private readonly taken = new Set<string>();

  constructor(shipped: readonly ShippedParcel[]) {
    for (const one of shipped) {
      for (const number of one.tracking) add(this.byTracking, plain(number), one);
      add(this.byOrder, plain(one.order), one);
      for (const place of placesOf(one)) add(this.byPlace, place, one);
      if (one.billed !== undefined) this.taken.add(one.id);
    }
  }

  named(by: "tracking" | "order", number: string): readonly ShippedParcel[] {
    return (by === "tracking" ? this.byTracking : this.byOrder).get(plain(number)) ?? [];
  }

  /** Those that are free and went to the same place, or near it, within the days a bill may be wrong by. */
  near(one: BilledParcel): readonly ShippedParcel[] {
    const found = new Set(placesOf(one).flatMap((place) => this.byPlace.get(place) ?? []));
    return [...found].filter(
      (shipment) =>
        this.isFree(shipment) &&
        (one.day === undefined || Math.abs(daysBetween(one.day, shipment.day)) <= WINDOW_DAYS),
    );
  }

  isFree({ id }: ShippedParcel): boolean {
    return !this.taken.has(id);
  }

  take({ id }: ShippedParcel): boolean {
    if (this.taken.has(id)) return false;
    this.taken.add(id);
    return true;
  }
}

function add(map: Map<string, ShippedParcel[]>, key: string, one: ShippedParcel): void {
  if (key === "") return;
  const list = map.get(key);
  if (list) list.push(one);
  else map.set(key, [one]);
}

/** The whole postcode, and its first three signs: what a bill has cut off, or mistyped at its end. */
function placesOf({ country = "", postcode = "" }: Pick<BilledParcel, "country" | "postcode">): string[] {
  const code = plain(postcode);
  return code === "" ? [] : [`${country} ${code}`, `${country} ${code.slice(0, 3)}…`];
}

/** Numbers as they are compared: without spaces, dashes and leading noughts, in capitals. */
function plain(text: string): string {
  return text
    .toUpperCase()
    .replace(/[^\p{L}\p{N}]/gu, "")
    .replace(/^0+(?=.)/, "");
}

/** How like two are, 0 to 100; what the bill does not say is half like. */
export function likeness(one: BilledParcel, shipment: ShippedParcel): number {
  const half = (of: number) => of / 2;
  const points =
    (one.postcode === undefined ? half(weights.postcode) : weights.postcode * placeLikeness(one, shipment)) +
    (one.day === undefined ? half(weights.day) : weights.day * dayLikeness(one.day, shipment.day)) +
    (one.weight === undefined || shipment.weight === undefined
      ? half(weights.weight)
      : weights.weight * weightLikeness(one.weight, shipment.weight)) +
    (one.service === undefined
      ? half(weights.service)
      : one.service === shipment.service
        ? weights.service
        : 0);
  return Math.round(points);
}

function placeLikeness(one: BilledParcel, shipment: ShippedParcel): number {
  if (one.country !== undefined && one.country !== shipment.country) return 0;
  const [ours, theirs] = [plain(shipment.postcode), plain(one.postcode ?? "")];
  if (ours === theirs) return 1;
  return ours.slice(0, 3) === theirs.slice(0, 3) ? 0.5 : 0;
}

function dayLikeness(a: string, b: string): number {
  return Math.max(0, 1 - Math.abs(daysBetween(a, b)) / WINDOW_DAYS);
}

/** The lighter in parts of the heavier. */
function weightLikeness(a: string, b: string): number {
  const [one, other] = [Decimal.read(a), Decimal.read(b)];
  if (!one || !other || one.sign <= 0 || other.sign <= 0) return 0;
  const [less, more] = one.lessThan(other) ? [one, other] : [other, one];
  return Number(less.dividedBy(more, 4, "halfAwayFromZero").toString());
}

const DAY_MS = 86_400_000;

function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);
}
