import { Decimal } from "../money/decimal";
import { moneyText } from "../money/currency";
import type { Measures } from "../parcels/measures";
import type { Journey } from "../rules/journey";
import type { Place } from "../zones/zone-index";

/**
 * What a carrier's own system answered, prepared by the caller: the core asks nobody. One that `failed` is no answer: it says
 * why there is none, by the caller's code and in the carrier's own words. `ms`: what the answer took.
 */
export type LiveAnswer = { readonly at: string; readonly ms?: number } & (
  | { readonly amount: string; readonly currency: string }
  | { readonly declined: string }
  | LiveFailure
);

export interface LiveFailure {
  readonly failed: string;
  readonly said?: string;
}
export type LiveUnanswered = Extract<LiveAnswer, LiveFailure>;

/** Answers by a question's `key` or `lastKnownKey`; `at` is the instant of the answer, ISO 8601. */
export type LiveRates = ReadonlyMap<string, LiveAnswer>;

/** The same as plain data: to be stored, and sent to threads. */
export type KeptRates = readonly (readonly [key: string, answer: LiveAnswer])[];

/**
 * One question for a carrier's system: everything of the shipment that a rate can depend on but the account, which is the
 * connection's own. `key` is where its answer is looked up; `lastKnownKey` is the same without the ship date: what was
 * answered for another day may stand in where the service says so.
 */
export interface LiveRequest {
  readonly key: string;
  readonly lastKnownKey: string;
  readonly connection: string;
  readonly service: string;
  /** The service's name on the carrier's side. */
  readonly liveService: string;
  readonly origin: string;
  readonly place: Place;
  readonly city: string | undefined;
  /** `YYYY-MM-DD`: the day it is handed over at its origin. */
  readonly shipDate: string;
  /** Of all money here: the quote's. */
  readonly currency: string;
  /** Without tax, after discounts. */
  readonly goodsValue: string;
  /** The classes of what is in it, each once, in order. */
  readonly goodsClasses: readonly string[];
  readonly poBox: boolean;
  readonly collectionPoint: boolean;
  readonly signature: boolean;
  /** What is collected at the door; `undefined`: nothing is. */
  readonly cashOnDelivery: string | undefined;
  readonly parcels: readonly LiveParcel[];
  /** What the service's own tariff says of the shipment, where it has one to fall back to and that has a rate. */
  readonly table?: { readonly amount: string; readonly currency: string };
}

/** kg and cm; the sides longest first. */
export interface LiveParcel {
  readonly count: number;
  readonly weight?: string;
  readonly sides?: readonly string[];
}

/** What a question is made of. */
export interface LiveShipment {
  readonly origin: string;
  readonly journey: Journey;
  readonly measures: Measures;
}

type Asked = Omit<LiveRequest, "key" | "lastKnownKey" | "shipDate" | "table">;

/** The question for a shipment, with its keys. */
export function liveRequest(
  { connection, liveService }: Pick<LiveRequest, "connection" | "liveService">,
  service: string,
  { origin, journey, measures }: LiveShipment,
): LiveRequest {
  const { place, city, currency, needs } = journey;
  const money = (amount: Decimal) => moneyText(amount, currency);
  const asked: Asked = {
    connection,
    service,
    liveService,
    origin,
    place,
    city,
    currency,
    goodsValue: money(measures.goodsValue),
    goodsClasses: [...new Set(measures.goods.flatMap(({ item }) => item.goodsClass ?? []))].sort(),
    poBox: needs.poBox,
    collectionPoint: needs.collectionPoint,
    signature: needs.signature,
    cashOnDelivery: needs.cashOnDelivery
      ? money(needs.cashOnDeliveryAmount ?? measures.goodsValueIncTax)
      : undefined,
    parcels: liveParcels(measures),
  };
  const lastKnownKey = keyOf(asked);
  const shipDate = journey.billedOn(origin);
  return { ...asked, shipDate, lastKnownKey, key: `${lastKnownKey};${shipDate}` };
}

/** Everything of a question as text: equal questions have equal keys, others never. */
function keyOf(asked: Asked): string {
  const { place, parcels } = asked;
  const needs = [asked.poBox, asked.collectionPoint, asked.signature]
    .map((need) => (need ? "1" : "0"))
    .join("");
  return [
    [asked.connection, asked.service, asked.liveService, asked.origin],
    [place.country, place.subdivision ?? "", place.postcode, asked.city ?? ""],
    [asked.currency, asked.goodsValue, needs, asked.cashOnDelivery ?? ""],
    asked.goodsClasses,
    parcels.map(({ count, weight = "?", sides = ["?"] }) => [count, weight, ...sides].join("x")),
  ]
    .map((part) => part.map(encodeURIComponent).join(","))
    .join(";");
}

function liveParcels(measures: Measures): LiveParcel[] {
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
