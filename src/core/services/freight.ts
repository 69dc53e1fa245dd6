import { moneyText } from "../money/currency";
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
  liveKey,
  liveParcels,
  shipmentFingerprint,
  type LiveAnswer,
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
  const rate = tariffRate(tariff, { valueOf, place, origins: facts.origins, date }, trace);
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
  const key = context.liveRates.size > 0 || context.ask ? keyOf(compiled, rate, facts) : undefined;
  const answer = key === undefined ? undefined : context.liveRates.get(key);
  if (context.ask && key !== undefined && !(answer && usable(rate, answer, context.now))) {
    context.ask(question(compiled, rate, facts, key));
    return given({ amount: Decimal.zero, currency: facts.journey.currency, zone: undefined });
  }
  const source = `${compiled.path}/rate/live`;
  if (answer && "declined" in answer)
    return refused(
      reject("live-unavailable", { connection: rate.connection, declined: answer.declined }, source),
    );
  const used = answer && usable(rate, answer, context.now);
  const amount = answer && used && liveAmount(answer);
  if (amount && "amount" in answer) {
    trace?.add(
      "live-rate",
      { connection: rate.connection, liveService: rate.liveService, at: answer.at, used },
      moneyText(amount, answer.currency),
      used === "fresh" ? source : `${compiled.path}/rate/fallback`,
    );
    return given({ amount, currency: answer.currency, zone: undefined });
  }
  if (!rate.fallbackTariff)
    return refused(reject("live-unavailable", { connection: rate.connection }, source));
  trace?.add("live-fallback", { connection: rate.connection }, undefined, `${compiled.path}/rate/fallback`);
  return byTariff(rate.fallbackTariff, facts, context, trace);
}

/** A new answer counts; an older one only where the service says for how many hours the last known one may stand in. */
function usable(rate: LiveRate, answer: LiveAnswer, now: string): "fresh" | "lastKnown" | undefined {
  if (isWithin(answer.at, rate.cacheMinutes, now)) return "fresh";
  if (rate.lastKnownHours !== undefined && isWithin(answer.at, rate.lastKnownHours * 60, now))
    return "lastKnown";
  return undefined;
}

function keyOf(compiled: CompiledService, rate: LiveRate, { origins, journey, measures }: Facts): string {
  const fingerprint = shipmentFingerprint(origins[0] ?? "", journey.place, measures);
  return liveKey(rate.connection, compiled.service.code, fingerprint);
}

function question(compiled: CompiledService, rate: LiveRate, facts: Facts, key: string) {
  const { journey, measures, origins } = facts;
  return {
    key,
    connection: rate.connection,
    service: compiled.service.code,
    liveService: rate.liveService,
    origin: origins[0] ?? "",
    place: journey.place,
    currency: journey.currency,
    goodsValue: moneyText(measures.goodsValue, journey.currency),
    parcels: liveParcels(measures),
  };
}
