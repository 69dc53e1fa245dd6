import { moneyText, roundMoney } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { Facts } from "../rules/facts";
import type { CompiledTariff } from "../tariffs/compiled-tariff";
import { tariffRate } from "../tariffs/rate";
import { tariffValue } from "../tariffs/tariff-value";
import { given, refused, reject, type Outcome } from "../working/reason";
import type { Trace } from "../working/step";
import type { CompiledRate } from "./compiled-rate";
import type { CompiledService } from "./compiled-service";
import {
  isWithin,
  liveAmount,
  liveRequest,
  type LiveAnswer,
  type LiveRequest,
  type LiveUnanswered,
} from "./live-rate";
import type { RatingContext } from "./shipment";

/** What a service's rate comes to before surcharges, in the currency of the rate, not rounded. */
export interface FreightAnswer {
  readonly amount: Decimal;
  readonly currency: string;
  readonly zone: string | undefined;
}

/**
 * The freight of a shipment (`facts` of one origin): by the buy tariff, by a live answer or what stands in for it, or
 * nothing for a service that has no freight to pay. Fails with the tariff's reasons or `live-unavailable`.
 */
export function freightOf(
  compiled: CompiledService,
  facts: Facts,
  context: RatingContext,
  trace?: Trace,
): Outcome<FreightAnswer> {
  const { rate } = compiled;
  if (rate.kind === "tariff") return byTariff(rate.tariff, facts, context, trace);
  if (rate.kind === "live") return byLiveRate(compiled, rate, facts, context, trace);
  const zero = moneyText(Decimal.zero, facts.journey.currency);
  trace?.add("no-freight", { service: compiled.service.name }, zero, `${compiled.path}/rate`);
  // nothing to convert unless the carrier charges extras in its own money
  const currency = compiled.surcharges.length > 0 ? compiled.carrierCurrency : facts.journey.currency;
  return given({ amount: Decimal.zero, currency, zone: undefined });
}

function byTariff(
  tariff: CompiledTariff,
  facts: Facts,
  context: RatingContext,
  trace?: Trace,
): Outcome<FreightAnswer> {
  const { place, billedOn } = facts.journey;
  const date = billedOn(facts.origins[0] ?? "");
  const valueOf = tariffValue(facts, context.exchange);
  const said = context.zone === undefined ? {} : { zone: context.zone };
  const rate = tariffRate(tariff, { valueOf, place, origins: facts.origins, date, ...said }, trace);
  return rate.ok
    ? given({ amount: rate.value.amount, currency: tariff.currency, zone: rate.value.zone })
    : rate;
}

type LiveRate = Extract<CompiledRate, { kind: "live" }>;

function byLiveRate(
  compiled: CompiledService,
  rate: LiveRate,
  facts: Facts,
  context: RatingContext,
  trace?: Trace,
): Outcome<FreightAnswer> {
  // most callers have no answers at all: then nothing need be looked up
  const asked = context.liveRates.size > 0 || context.ask ? question(compiled, rate, facts) : undefined;
  const found = asked && answerTo(asked, rate, context);
  const failure = asked && failureOf(asked, context);
  if (context.ask && asked && found?.used !== "fresh" && !failure) {
    context.ask({ ...asked, ...tableOf(rate, facts, context) });
    return given({ amount: Decimal.zero, currency: facts.journey.currency, zone: undefined });
  }
  const source = `${compiled.path}/rate/live`;
  if (found && "declined" in found.answer)
    return refused(
      reject("live-unavailable", { connection: rate.connection, declined: found.answer.declined }, source),
    );
  const amount = found && liveAmount(found.answer);
  if (amount && "amount" in found.answer) {
    const { at, currency, ms } = found.answer;
    const took = ms === undefined ? {} : { ms };
    trace?.add(
      "live-rate",
      { connection: rate.connection, liveService: rate.liveService, at, used: found.used, ...took },
      moneyText(amount, currency),
      found.used === "fresh" ? source : `${compiled.path}/rate/fallback`,
    );
    return given({ amount, currency, zone: undefined });
  }
  const why = { connection: rate.connection, ...failure };
  if (!rate.fallbackTariff) return refused(reject("live-unavailable", why, source));
  trace?.add("live-fallback", why, undefined, `${compiled.path}/rate/fallback`);
  return byTariff(rate.fallbackTariff, facts, context, trace);
}

/** What the service's own tariff says, for whoever wants to hold the carrier's answer against it. */
function tableOf(
  { fallbackTariff }: LiveRate,
  facts: Facts,
  context: RatingContext,
): Pick<LiveRequest, "table"> {
  const own = fallbackTariff && byTariff(fallbackTariff, facts, context);
  if (!own?.ok) return {};
  const { amount, currency } = own.value;
  return { table: { amount: moneyText(roundMoney(amount, currency), currency), currency } };
}

/** Why a question that was asked has no answer. */
function failureOf({ key }: LiveRequest, { liveRates }: RatingContext): LiveUnanswered | undefined {
  const own = liveRates.get(key);
  return own && "failed" in own ? own : undefined;
}

interface Found {
  readonly answer: LiveAnswer;
  readonly used: "fresh" | "lastKnown";
}

/**
 * A new answer counts, also one that declines; an older one, or one for another ship date, only where the service says for
 * how many hours the last known rate may stand in.
 */
function answerTo(
  { key, lastKnownKey }: LiveRequest,
  { cacheMinutes, lastKnownHours }: LiveRate,
  { liveRates, now }: RatingContext,
): Found | undefined {
  const own = liveRates.get(key);
  if (own && !("failed" in own) && isWithin(own.at, cacheMinutes, now)) return { answer: own, used: "fresh" };
  if (lastKnownHours === undefined) return undefined;
  for (const answer of [own, liveRates.get(lastKnownKey)])
    if (answer && liveAmount(answer) && isWithin(answer.at, lastKnownHours * 60, now))
      return { answer, used: "lastKnown" };
  return undefined;
}

function question(
  compiled: CompiledService,
  rate: LiveRate,
  { origins, journey, measures }: Facts,
): LiveRequest {
  return liveRequest(rate, compiled.service.code, { origin: origins[0] ?? "", journey, measures });
}
