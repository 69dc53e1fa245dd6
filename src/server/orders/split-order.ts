import "server-only";
import {
  choicesOf,
  joined,
  ratedParts,
  rateByShipment,
  splitOf,
  type FixedShipment,
  type ShipmentChoice,
} from "@/core/orders/by-shipment";
import type { QuotedOffer } from "@/core/quote/quote";
import type { QuoteRequest } from "@/core/quote/request";
import type { PooledDatabase } from "@/db/connect";
import { readOrder } from "@/db/queries/orders";
import { done, failed, splitPieces, splitWithheld, type Failure, type Result } from "../result";
import { liveSetup, type Revision } from "../services/live-setup";
import { contextOf } from "../services/rate";
import { shownRates } from "./live-facts";
import { factsOf, knownOf, rateOrder, withRates, type Facts } from "./rate-order";

/** What an order is charged where each shipment has an offer of its own. Fails with `split-pieces`, `split-withheld`. */
export function splitCharge(
  { compiled }: Revision,
  request: QuoteRequest,
  { items, ...more }: Facts,
  choices: readonly ShipmentChoice[],
  now: Date,
): QuotedOffer | Failure {
  const asked = { ...request, working: true };
  const rated = rateByShipment(compiled, asked, choices, contextOf(compiled, items, now, more));
  if (!rated.ok) return failed("invalid", rated.problems);
  const { value } = rated;
  if (!("fault" in value)) return value;
  return value.fault === "pieces" ? splitPieces(value.sku) : splitWithheld(value.origin);
}

/** Money of an offer, as it is held beside another. */
export type SplitFigures = Pick<QuotedOffer, "offer" | "name" | "net" | "gross" | "cost" | "margin">;

/** One shipment of a split, and what it would be charged by each offer. */
export interface SplitShipment extends FixedShipment {
  readonly service: string;
  readonly parcels: number;
  /** kg. */
  readonly weight: string | undefined;
  readonly offers: readonly SplitFigures[];
  /** The one that is chosen for it. */
  readonly chosen: string | undefined;
}

/** An order whose shipments are fixed: charged each by its own offer, and all by one. */
export interface SplitView {
  readonly shipments: readonly SplitShipment[];
  /** Absent where a shipment can't be given any offer. */
  readonly bySplit: SplitFigures | undefined;
  readonly forAll: SplitFigures | undefined;
}

/** What of a split is asked for: the offer whose shipments it has, and the offers that were chosen for them in their order. */
export interface SplitAsked {
  readonly offer: string;
  readonly chosen?: readonly (string | null)[];
}

/** Holds one offer for a whole order against an offer for each of its shipments; nothing is stored. */
export async function viewSplit(
  db: PooledDatabase,
  number: string,
  { offer, chosen = [] }: SplitAsked,
  now: Date,
): Promise<Result<SplitView>> {
  const [stored, live] = [await readOrder(db, number), await liveSetup(db)];
  if (!stored || !live) return failed("not-found");
  const kept = await factsOf(db, stored, live);
  const facts = withRates(kept, await shownRates(db, stored, live, kept, now));
  const { rated, again, request } = rateOrder(stored, live, facts, now);
  if (!rated.ok) return failed("invalid", rated.problems);
  const whole = rated.value.offers.find((one) => one.offer === offer);
  const stands = again?.offer === offer ? again : undefined;
  const shown = stands ?? whole;
  if (!shown) return failed("not-found");
  const split = stands ? choicesOf(stands) : splitOf(shown);
  const context = contextOf(live.compiled, facts.items, now, knownOf(facts));
  const parts = ratedParts(live.compiled, request, split, context);
  if (!parts.ok) return failed("invalid", parts.problems);
  if ("sku" in parts.value) return splitPieces(parts.value.sku);
  const before = stands ? choicesOf(stands).map((one) => one.offer) : [];
  const picked = parts.value.map(({ offers }, at) => {
    const asked = chosen[at] ?? before[at] ?? offer;
    return offers.find((one) => one.offer === asked) ?? offers[0];
  });
  const all = picked.flatMap((one) => one ?? []);
  return done({
    shipments: parts.value.map(({ offers }, at) => shipmentOf(split[at], picked[at], offers)),
    bySplit: all.length === picked.length ? figuresOf(joined(all, rated.value.currency)) : undefined,
    forAll: whole && figuresOf(whole),
  });
}

function shipmentOf(
  fixed: FixedShipment | undefined,
  picked: QuotedOffer | undefined,
  offers: readonly QuotedOffer[],
): SplitShipment {
  const [own] = picked?.shipments ?? [];
  return {
    origin: fixed?.origin ?? "",
    lines: fixed?.lines ?? [],
    service: own?.service ?? "",
    parcels: own?.parcels ?? 0,
    weight: own?.chargeableWeight,
    offers: offers.map(figuresOf),
    chosen: picked?.offer,
  };
}

function figuresOf({ offer, name, net, gross, cost, margin }: QuotedOffer): SplitFigures {
  return { offer, name, net, gross, cost, margin };
}
