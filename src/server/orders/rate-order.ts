import "server-only";
import type { DeskRule } from "@/core/orders/desk-rule";
import { standOf, type CodeNow, type Stand } from "@/core/orders/stand";
import { choicesOf, rateByShipment, type ShipmentChoice } from "@/core/orders/by-shipment";
import type { Quote, QuotedOffer } from "@/core/quote/quote";
import type { QuoteRequest } from "@/core/quote/request";
import type { Channel } from "@/core/setup/offer";
import type { Item } from "@/core/setup/item";
import type { Parsed } from "@/core/setup/parse-setup";
import type { CompiledSuspensions } from "@/core/suspensions/compiled-suspensions";
import type { Database } from "@/db/connect";
import type { StoredOrder } from "@/db/queries/orders";
import type { Revision } from "../services/live-setup";
import { contextOf, rateWith, type Known } from "../services/rate";
import { currentSuspensions } from "../services/suspensions";
import { standingCharge } from "./applied-offer";
import { codesNow } from "./codes-now";
import { deskRuleOf } from "./desk-rules";
import { freeItems, isShort } from "./free-items";
import { keptRates, type LiveFacts } from "./live-facts";
import { orderOf, skusOf } from "./order-document";
import { basisOf, orderRequest } from "./order-request";

/** What an order is rated with besides the revision. */
export interface Facts extends LiveFacts {
  /** With the stock that is free for it. */
  readonly items: readonly Item[];
  readonly suspensions: CompiledSuspensions;
  readonly rule: DeskRule;
  /** What codes of the charge that stands are called by now. */
  readonly codes: CodeNow;
}

/** An order by what is live. */
export interface RatedOrder {
  readonly request: QuoteRequest;
  readonly basis: string;
  readonly channel: Channel | undefined;
  readonly includesTax: boolean;
  readonly rated: Parsed<Quote>;
  /** What the charge that stands would be now, where it is charged by shipment. */
  readonly again: QuotedOffer | undefined;
  readonly stand: Stand;
}

/** With the answers of carriers that are kept with the charge: nobody is asked here. */
export async function factsOf(db: Database, stored: StoredOrder, live: Revision): Promise<Facts> {
  return {
    items: await freeItems(db, skusOf(stored), stored.order.number),
    suspensions: await currentSuspensions(db),
    ...keptRates(stored),
    rule: await deskRuleOf(db, stored.order.channel),
    codes: await codesNow(db, stored.charge?.revision, live.number),
  };
}

/** Rates an order by what is live, and says where it stands. */
export function rateOrder(
  stored: StoredOrder,
  live: Revision,
  facts: Facts,
  now: Date,
  { working = false }: { readonly working?: boolean } = {},
): RatedOrder {
  const { items, rule, codes } = facts;
  const request = orderRequest(stored);
  const asked = working ? { ...request, working } : request;
  const rated = rateWith(live.compiled, asked, items, now, knownOf(facts));
  const channel = channelOf(live, stored.order.channel);
  const includesTax = channel?.pricesIncludeTax === true;
  const { shipTo, wish } = orderOf(stored);
  const basis = basisOf(request);
  const applied = standingCharge(stored.charge, includesTax, codes);
  const again =
    applied?.offer.parts && rateAgain(live, request, facts, choicesOf(applied.offer), now, working);
  const stand = standOf({
    shipTo,
    wish,
    rule,
    includesTax,
    basis,
    applied,
    again,
    quote: rated.ok ? rated.value : undefined,
    isShort: isShort(request.lines, items),
    isAsked: stored.order.asked !== null,
  });
  return { request, basis, channel, includesTax, rated, again, stand };
}

/** A charge by shipment as it would be now; nothing where it can't be any more. */
function rateAgain(
  { compiled }: Revision,
  request: QuoteRequest,
  facts: Facts,
  choices: readonly ShipmentChoice[],
  now: Date,
  working: boolean,
): QuotedOffer | undefined {
  if (choices.some(({ offer }) => !compiled.offerCodes.has(offer))) return undefined;
  const asked = working ? { ...request, working } : request;
  const rated = rateByShipment(
    compiled,
    asked,
    choices,
    contextOf(compiled, facts.items, now, knownOf(facts)),
  );
  return rated.ok && !("fault" in rated.value) ? rated.value : undefined;
}
/** What an order is rated with where carriers were asked anew. */
export function withRates({ liveRates, liveAsOf, ...facts }: Facts, fresh: LiveFacts | undefined): Facts {
  return { ...facts, ...(fresh ?? { liveRates, ...(liveAsOf === undefined ? {} : { liveAsOf }) }) };
}

/** What an order is rated with beside its items. */
export function knownOf({ suspensions, liveRates, liveAsOf }: Facts): Known {
  return { suspensions, liveRates, ...(liveAsOf === undefined ? {} : { liveAsOf }) };
}

export function channelOf({ setup }: Revision, code: string): Channel | undefined {
  return setup.channels.find((channel) => channel.code === code);
}
