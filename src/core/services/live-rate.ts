import { Decimal } from "../money/decimal";
import type { Measures } from "../parcels/measures";
import type { Place } from "../zones/zone-index";

/** What a carrier's own system answered, prepared by the caller: the core asks nobody. */
export type LiveAnswer =
  | { readonly amount: string; readonly currency: string; readonly at: string }
  | { readonly declined: string; readonly at: string };

/** Answers by `liveKey`; `at` is the instant of the answer, ISO 8601. */
export type LiveRates = ReadonlyMap<string, LiveAnswer>;

/** One question for a carrier's system: everything of the shipment that a rate can depend on. */
export interface LiveRequest {
  readonly key: string;
  readonly connection: string;
  readonly service: string;
  /** The service's name on the carrier's side. */
  readonly liveService: string;
  readonly origin: string;
  readonly place: Place;
  readonly currency: string;
  readonly goodsValue: string;
  readonly parcels: readonly LiveParcel[];
}

/** kg and cm; the sides longest first. */
export interface LiveParcel {
  readonly count: number;
  readonly weight?: string;
  readonly sides?: readonly string[];
}

/** The key under which the answer for a shipment is looked up: connection, service and what the shipment is. */
export function liveKey(connection: string, service: string, fingerprint: string): string {
  return `${connection}|${service}|${fingerprint}`;
}

/** What of a shipment a rate can depend on, as text: equal shipments have equal fingerprints. */
export function shipmentFingerprint(origin: string, place: Place, measures: Measures): string {
  const parcels = liveParcels(measures).map((parcel) =>
    [parcel.count, parcel.weight ?? "?", ...(parcel.sides ?? ["?"])].join("x"),
  );
  const to = [place.country, place.subdivision ?? "", place.postcode].join(" ");
  return [origin, to, measures.goodsValue.toString(), ...parcels].join(";");
}

export function liveParcels(measures: Measures): LiveParcel[] {
  return measures.parcelGroups.map(({ count, weight, sides }) => ({
    count,
    ...(weight ? { weight: weight.toString() } : {}),
    ...(sides ? { sides: sides.map(String) } : {}),
  }));
}

const MS_PER_MINUTE = 60_000;

/** Whether an answer is no older than so many minutes at an instant (both ISO 8601). */
export function isWithin(at: string, minutes: number, now: string): boolean {
  return Date.parse(now) - Date.parse(at) <= minutes * MS_PER_MINUTE;
}

/** An answer's amount; `undefined` for one that is no decimal or less than nothing: no answer at all. */
export function liveAmount(answer: LiveAnswer): Decimal | undefined {
  if (!("amount" in answer)) return undefined;
  const amount = Decimal.read(answer.amount);
  return amount && amount.sign >= 0 ? amount : undefined;
}
