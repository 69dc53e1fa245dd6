import { moneyText, roundMoney } from "../money/currency";
import { convert, type ExchangeRates } from "../money/exchange";
import { Decimal } from "../money/decimal";
import { compileAmount, countOf, type AmountBasis, type CompiledAmount } from "../rules/amount";
import { allHold, compileConditions, type Charts, type CompiledCondition } from "../rules/condition";
import type { Facts } from "../rules/facts";
import { isMissing, type Missing } from "../rules/measured";
import { rejectMissing } from "../rules/reject-missing";
import { joinPath } from "../setup/path";
import type { Service } from "../setup/service";
import { given, refused, type Outcome } from "../working/reason";
import type { Trace } from "../working/step";
import type { FuelIndex } from "./fuel-index";

/** A surcharge, read once. Its own money is in the carrier's currency. */
export interface CompiledSurcharge {
  readonly code: string;
  readonly name: string;
  /** Days of handing over, both in. */
  readonly from: string | undefined;
  readonly to: string | undefined;
  readonly when: readonly CompiledCondition[];
  readonly amount: CompiledAmount;
  readonly min: Decimal | undefined;
  readonly max: Decimal | undefined;
  readonly path: string;
}

export function compileSurcharges(service: Service, charts: Charts): CompiledSurcharge[] {
  const bound = (text: string | undefined) => (text === undefined ? undefined : Decimal.of(text));
  return (service.surcharges ?? []).map((surcharge) => ({
    code: surcharge.code,
    name: surcharge.name,
    from: surcharge.from,
    to: surcharge.to,
    when: compileConditions(surcharge.when, charts),
    amount: compileAmount(surcharge.amount),
    min: bound(surcharge.min),
    max: bound(surcharge.max),
    path: joinPath("services", service.code, "surcharges", surcharge.code),
  }));
}

/** What surcharges are worked out on. */
export interface Freight {
  readonly amount: Decimal;
  /** The currency of the rate; the surcharges are reckoned and rounded in it. */
  readonly currency: string;
  readonly carrierCurrency: string;
  readonly fuel: FuelIndex;
}

/**
 * The freight with its surcharges, in the freight's currency. In listed order, each on the freight, on all so far
 * (`subtotal`, and `cost` which is the same here) or on the goods, then raised to its minimum, lowered to its maximum
 * and rounded. "Per kg" is per chargeable kilogram: what the carrier bills. A condition that can't be decided, or an
 * amount that can't be known, stops the service with `weight-missing`, `size-missing` or `no-exchange-rate`: its cost
 * would be a guess. `each` is told of every one that counts.
 */
export function withSurcharges(
  surcharges: readonly CompiledSurcharge[],
  freight: Freight,
  facts: Facts,
  exchange: ExchangeRates,
  trace?: Trace,
  each?: (code: string, amount: Decimal) => void,
): Outcome<Decimal> {
  let subtotal = freight.amount;
  const day = facts.journey.billedOn(facts.origins[0] ?? "");
  for (const surcharge of surcharges) {
    if (!isDue(surcharge, day)) continue;
    const applies = surcharge.when.length === 0 || allHold(surcharge.when, facts);
    if (applies === false) continue;
    const basis = new SurchargeBasis(freight, subtotal, facts, exchange);
    const value = applies === true ? bounded(surcharge, basis) : applies;
    if (isMissing(value)) return refusal(value, facts, freight, surcharge.path);
    const rounded = roundMoney(value, freight.currency);
    subtotal = subtotal.plus(rounded);
    each?.(surcharge.code, rounded);
    if (trace) explain(surcharge, basis, facts, freight, rounded, subtotal, trace);
  }
  return given(subtotal);
}

function isDue({ from, to }: CompiledSurcharge, day: string): boolean {
  return (from === undefined || from <= day) && (to === undefined || day <= to);
}

/** What a surcharge is worked out of, in the freight's currency: what few ask for is worked out when they do. */
class SurchargeBasis implements AmountBasis {
  readonly shipments = 1;
  readonly parcels: number;
  readonly pieces: Decimal;
  readonly kilograms: Decimal | undefined;
  readonly freight: Decimal;
  readonly cost: Decimal;

  constructor(
    private readonly on: Freight,
    readonly subtotal: Decimal,
    private readonly facts: Facts,
    private readonly exchange: ExchangeRates,
  ) {
    this.parcels = facts.measures.parcels;
    this.pieces = facts.measures.quantity;
    this.kilograms = facts.chargeableWeight;
    this.freight = on.amount;
    this.cost = subtotal;
  }

  goodsValue(): Decimal | Missing {
    const { measures, journey } = this.facts;
    return this.from(journey.currency, measures.goodsValue);
  }

  own(typed: Decimal): Decimal | Missing {
    return this.from(this.on.carrierCurrency, typed);
  }

  get fuelPercent(): Decimal | undefined {
    const { journey, origins } = this.facts;
    return this.on.fuel.on(journey.billedOn(origins[0] ?? ""))?.percent;
  }

  private from(currency: string, value: Decimal): Decimal | Missing {
    const conversion = this.exchange.find(currency, this.on.currency);
    return conversion ? convert(value, conversion) : "no-exchange-rate";
  }
}

function bounded({ amount, min, max }: CompiledSurcharge, basis: AmountBasis): Decimal | Missing {
  let value = amount.value(basis);
  if (isMissing(value)) return value;
  const least = min && basis.own(min);
  const most = max && basis.own(max);
  if (isMissing(least)) return least;
  if (isMissing(most)) return most;
  if (least && value.lessThan(least)) value = least;
  if (most && value.moreThan(most)) value = most;
  return value;
}

function refusal(missing: Missing, { measures, journey }: Facts, freight: Freight, source: string) {
  const from = freight.carrierCurrency === freight.currency ? journey.currency : freight.carrierCurrency;
  return refused(rejectMissing(missing, measures, { from, to: freight.currency }, source));
}

function explain(
  surcharge: CompiledSurcharge,
  basis: AmountBasis,
  facts: Facts,
  freight: Freight,
  rounded: Decimal,
  subtotal: Decimal,
  trace: Trace,
): void {
  const { amount } = surcharge.amount;
  const money = (value: Decimal) => ({
    amount: moneyText(value, freight.currency),
    currency: freight.currency,
  });
  const date = facts.journey.billedOn(facts.origins[0] ?? "");
  const fuel = freight.fuel.on(date);
  const isFuel = "percentFromFuelIndex" in amount;
  trace.add(
    "surcharge-added",
    {
      name: surcharge.name,
      amount,
      currency: freight.carrierCurrency,
      ...("per" in amount ? { count: countOf(amount.per, basis)?.toString() ?? "" } : {}),
      ...(isFuel ? { fuelPercent: fuel?.percent.toString() ?? "0", date } : {}),
      when: surcharge.when.map(({ condition }) => condition),
      homeCurrency: facts.journey.homeCurrency,
      added: money(rounded),
      subtotal: money(subtotal),
    },
    moneyText(rounded, freight.currency),
    isFuel && fuel ? fuel.source : surcharge.path,
  );
}
