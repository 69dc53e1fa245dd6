import { moneyText } from "../money/currency";
import { convert, type ExchangeRates } from "../money/exchange";
import { Decimal, sum } from "../money/decimal";
import type { Measures } from "../parcels/measures";
import { joinPath } from "../setup/path";
import type { Offer } from "../setup/offer";
import type { Plan } from "../setup/plan";
import type { RatedShipment } from "../sourcing/candidate";
import { tariffValue } from "../services/tariff-value";
import type { Journey } from "../services/shipment";
import { ratesUsed } from "../services/try-service";
import type { CompiledTariff } from "../tariffs/compiled-tariff";
import { tariffRate } from "../tariffs/rate";
import { given, refused, reject, type Outcome } from "../working/reason";
import type { Trace } from "../working/step";

/** What a price plan may read. */
export interface PlanContext {
  readonly offer: Offer;
  readonly order: Measures;
  readonly shipments: readonly RatedShipment[];
  readonly cost: Decimal;
  readonly journey: Journey;
  readonly exchange: ExchangeRates;
  readonly homeCurrency: string;
  readonly tariffs: ReadonlyMap<string, CompiledTariff>;
}

/** One thing a charge is made for: the order as a whole, or one shipment of it. */
interface Part {
  readonly measures: Measures;
  readonly origins: readonly string[];
  readonly chargeable: Decimal | undefined;
  readonly cost: Decimal;
  readonly shipments: number;
}

/**
 * The charge an offer's plan gives, in the quote's currency, not rounded. Amounts of a plan are money of the home
 * currency and are converted where the quote's differs; a tariff's are in its own. `charged` says how several
 * shipments count: once for the order, the sum of each, or the highest. Fails with the plan's own reason.
 */
export function planCharge(context: PlanContext, trace?: Trace): Outcome<Decimal> {
  const { charged = "perOrder" } = context.offer;
  if (charged === "perOrder") return partCharge(context, wholeOrder(context), trace);
  const charges: Decimal[] = [];
  for (const [index, rated] of context.shipments.entries()) {
    const charge = partCharge(
      context,
      onePart(rated),
      context.shipments.length > 1 ? trace?.forShipment(index) : trace,
    );
    if (!charge.ok) return charge;
    charges.push(charge.value);
  }
  const total = charged === "perShipmentSum" ? sum(charges) : highest(charges);
  if (charges.length > 1)
    trace?.add(
      "shipments-charged",
      { how: charged, shipments: charges.length },
      moneyText(total, context.journey.currency),
      at(context, "charged"),
    );
  return given(total);
}

function highest(charges: readonly Decimal[]): Decimal {
  return charges.reduce((most, charge) => (charge.moreThan(most) ? charge : most), Decimal.zero);
}

function wholeOrder({ order, shipments, cost }: PlanContext): Part {
  const weights = shipments.map(({ answer }) => answer.chargeableWeight);
  return {
    measures: order,
    origins: shipments.map(({ shipment }) => shipment.origin),
    chargeable: weights.every((weight) => weight !== undefined) ? sum(weights) : undefined,
    cost,
    shipments: shipments.length,
  };
}

function onePart({ shipment, answer }: RatedShipment): Part {
  return {
    measures: shipment.measures,
    origins: [shipment.origin],
    chargeable: answer.chargeableWeight,
    cost: answer.cost,
    shipments: 1,
  };
}

function partCharge(context: PlanContext, part: Part, trace?: Trace): Outcome<Decimal> {
  const { plan } = context.offer;
  switch (plan.kind) {
    case "costPlus":
      trace?.add("plan-cost-plus", {}, moneyText(part.cost, context.journey.currency), at(context, "plan"));
      return given(part.cost);
    case "flat":
      return flat(context, plan, part, trace);
    case "tariff":
      return bySellTariff(context, plan.tariff, part, trace);
    default:
      // compiling refuses the other kinds; whoever gets here compiled something else
      throw new RangeError(`no such plan here: ${plan.kind}`);
  }
}

function at(context: PlanContext, ...rest: string[]): string {
  return joinPath("offers", context.offer.code, ...rest);
}

function flat(
  context: PlanContext,
  plan: Plan & { kind: "flat" },
  part: Part,
  trace?: Trace,
): Outcome<Decimal> {
  const count = flatCount(plan.per, part);
  if (!count)
    return refused(
      reject("weight-missing", { skus: part.measures.skusWithoutWeight }, at(context, "plan", "per")),
    );
  const { homeCurrency, journey, exchange } = context;
  const conversion = exchange.find(homeCurrency, journey.currency);
  if (!conversion)
    return refused(reject("no-exchange-rate", { from: homeCurrency, to: journey.currency }, "exchangeRates"));
  const home = Decimal.of(plan.amount).times(count);
  const charge = convert(home, conversion);
  const amount = { amount: plan.amount, currency: homeCurrency };
  trace?.add(
    "plan-flat",
    { amount, per: plan.per, count: count.toString() },
    moneyText(home, homeCurrency),
    at(context, "plan", "amount"),
  );
  if (conversion.via.length > 0)
    trace?.add(
      "converted",
      {
        from: { amount: moneyText(home, homeCurrency), currency: homeCurrency },
        rates: ratesUsed(conversion),
      },
      moneyText(charge, journey.currency),
      conversion.via[0]?.source,
    );
  return given(charge);
}

function flatCount(per: "order" | "shipment" | "parcel" | "piece" | "kg", part: Part): Decimal | undefined {
  switch (per) {
    case "order":
      return Decimal.one;
    case "shipment":
      return Decimal.whole(part.shipments);
    case "parcel":
      return Decimal.whole(part.measures.parcels);
    case "piece":
      return part.measures.quantity;
    case "kg":
      return part.measures.actualWeight;
  }
}

function bySellTariff(context: PlanContext, code: string, part: Part, trace?: Trace): Outcome<Decimal> {
  const tariff = context.tariffs.get(code);
  if (!tariff) throw new RangeError("a compiled setup knows all its tariffs");
  const { journey, exchange } = context;
  const value = tariffValue(tariff, part.measures, part.chargeable, journey.currency, exchange);
  if (!value.ok) return value;
  const rate = tariffRate(
    tariff,
    { value: value.value, place: journey.place, origins: part.origins, date: journey.date },
    trace,
  );
  if (!rate.ok) return rate;
  const conversion = exchange.find(tariff.currency, journey.currency);
  if (!conversion)
    return refused(
      reject("no-exchange-rate", { from: tariff.currency, to: journey.currency }, "exchangeRates"),
    );
  const charge = convert(rate.value.amount, conversion);
  if (conversion.via.length > 0)
    trace?.add(
      "converted",
      {
        from: { amount: moneyText(rate.value.amount, tariff.currency), currency: tariff.currency },
        rates: ratesUsed(conversion),
      },
      moneyText(charge, journey.currency),
      conversion.via[0]?.source,
    );
  return given(charge);
}
