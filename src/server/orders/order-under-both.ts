import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { compareQuotes, type OfferPair } from "@/core/bench/compare-quotes";
import { compileSetup, type CompiledSetup } from "@/core/quote/compiled-setup";
import type { Quote } from "@/core/quote/quote";
import type { Parsed } from "@/core/setup/parse-setup";
import type { Problem } from "@/core/setup/problem";
import { withFormerCodes } from "@/core/setup/with-former-codes";
import type { PooledDatabase } from "@/db/connect";
import { readOrder, type StoredOrder } from "@/db/queries/orders";
import { countryName } from "@/messages/country-name";
import { wordQuote, type WordedQuote } from "@/messages/word-quote";
import { codesOfDraft } from "../services/draft-codes";
import { draftSetup, type DraftSetup } from "../services/draft-setup";
import { draftSteps, type DraftSteps } from "../services/draft-steps";
import { liveSetup } from "../services/live-setup";
import { rateWith } from "../services/rate";
import { standingCharge } from "./applied-offer";
import { shownRates } from "./live-facts";
import { factsOf, knownOf, rateOrder, withRates } from "./rate-order";

/** One side: what the order is given, or what keeps it from being quoted. */
export type OrderSide =
  | { readonly quote: WordedQuote }
  | { readonly problems: readonly Pick<Problem, "code" | "path" | "data">[] };

/** An order by what is live and by the draft, in the codes of what is live. */
export interface OrderUnderBoth {
  readonly order: Pick<StoredOrder["order"], "number" | "customerName">;
  readonly channelName: string;
  /** The day, by the business's clock. */
  readonly placed: string;
  /** Town, postcode and country. */
  readonly where: string;
  readonly revision: number;
  readonly currency: string;
  readonly includesTax: boolean;
  /** The offer that is charged for it. */
  readonly applied: string | undefined;
  /** Offer by offer; empty where one side can't quote it. */
  readonly offers: readonly OfferPair[];
  /** Where the draft says otherwise than what is live, step by step. */
  readonly steps: DraftSteps;
  readonly live: OrderSide;
  readonly draft: OrderSide;
  readonly originNames: Readonly<Record<string, string>>;
  readonly serviceNames: Readonly<Record<string, string>>;
}

/**
 * The order as its page rates it, once by what is live and once by the draft, each with its working. What carriers are asked is
 * not asked again for the draft. `undefined` where there is no such order.
 */
export async function orderUnderBoth(
  db: PooledDatabase,
  number: string,
  now: Date,
): Promise<OrderUnderBoth | undefined> {
  const [stored, live, draft] = await Promise.all([readOrder(db, number), liveSetup(db), draftSetup(db)]);
  if (!stored || !live || !draft) return undefined;
  const own = await factsOf(db, stored, live);
  const facts = withRates(own, await shownRates(db, stored, live, own, now));
  const { rated, request, includesTax, channel } = rateOrder(stored, live, facts, now, { working: true });
  const compiled = await compiledDraft(db, draft);
  const drafted: Parsed<Quote> = compiled.ok
    ? rateWith(compiled.value, { ...request, working: true }, facts.items, now, knownOf(facts))
    : compiled;
  const draftChannel = compiled.ok ? compiled.value.channels.get(request.channel) : undefined;
  const [here, there] = [sideOf(rated), sideOf(drafted)];
  return {
    order: { number: stored.order.number, customerName: stored.order.customerName },
    channelName: channel?.name ?? stored.order.channel,
    placed: localDate(new Date(stored.order.placedAt).toISOString(), live.setup.business.timeZone),
    where: [stored.order.city, stored.order.postcode, countryName(stored.order.country)]
      .filter((part) => part !== "")
      .join(", "),
    revision: live.number,
    currency: rated.ok ? rated.value.currency : (channel?.currency ?? live.setup.business.homeCurrency),
    includesTax,
    applied: standingCharge(stored.charge, includesTax, facts.codes)?.offer.offer,
    offers:
      rated.ok && drafted.ok
        ? compareQuotes({ quote: rated.value, channel }, { quote: drafted.value, channel: draftChannel })
        : [],
    steps: "quote" in here && "quote" in there ? draftSteps(here.quote, there.quote) : {},
    live: here,
    draft: there,
    originNames: Object.fromEntries(
      live.setup.origins.map((origin) => [origin.code, origin.address.city || origin.name]),
    ),
    serviceNames: Object.fromEntries(live.setup.services.map(({ code, name }) => [code, name])),
  };
}

/** Orders and items name what is live: so must the draft. */
async function compiledDraft(db: PooledDatabase, draft: DraftSetup): Promise<Parsed<CompiledSetup>> {
  const { renames } = await codesOfDraft(db);
  if (renames.length === 0) return draft.compiled;
  const former = withFormerCodes(draft.setup, renames);
  return former.ok ? compileSetup(former.value) : former;
}

function sideOf(rated: Parsed<Quote>): OrderSide {
  return rated.ok ? { quote: wordQuote(rated.value) } : { problems: rated.problems };
}
