import { convert } from "../money/exchange";
import { Decimal } from "../money/decimal";
import type { ParcelGroup } from "../parcels/form-parcels";
import { Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import type { CompiledSetup } from "../quote/compiled-setup";
import type { QuoteRequest } from "../quote/request";
import type { Facts } from "../rules/facts";
import { chargeableWeight } from "../services/chargeable-weight";
import type { CompiledService } from "../services/compiled-service";
import { freightOf } from "../services/freight";
import type { RatingContext } from "../services/shipment";
import { withSurcharges } from "../services/surcharges";
import type { Parsed } from "../setup/parse-setup";
import { given, refused, reject, type Outcome } from "../working/reason";
import { Trace, type Step } from "../working/step";
import { groundOf, partsOf, type Ground } from "./ground";
import { rateCellOf, type RateCell } from "./rate-cell";

/** A shipment to be worked out anew, as it was expected or as a bill says it was. */
export interface ReckonedFacts {
  readonly service: string;
  readonly origin: string;
  /** What is in it, by the lines of its order. */
  readonly lines: readonly { readonly sku: string; readonly quantity: number }[];
  /** The zone by the service's chart; the one of the address where nothing else is said. */
  readonly zone?: string;
  /** kg that are charged for, as they are: no step and no volume is applied to what a bill says. */
  readonly weight?: Decimal;
  /** `YYYY-MM-DD`: the day it was handed over; the day it was expected to be where nothing else is said. */
  readonly day?: string;
}

/** What a shipment costs without tax, in the currency of its rate; surcharges rounded as a bill has them, freight not. */
export interface Reckoned {
  readonly currency: string;
  readonly freight: Decimal;
  readonly surcharges: readonly { readonly code: string; readonly amount: Decimal }[];
  readonly total: Decimal;
  readonly zone: string | undefined;
  /** kg. */
  readonly weight: Decimal | undefined;
  readonly day: string;
  /** The cell of the buy table the freight was read from, where it was one. */
  readonly cell: RateCell | undefined;
  /** It is what the carrier's own system answered for the shipment as it was expected: of another it says nothing. */
  readonly isAnswered: boolean;
}

/**
 * Works out what shipments of an order cost by their services' own tables and surcharges, whatever the services take and whether
 * they are in use: a carrier's bill is a fact. Where a carrier's system is asked for rates the answers in `live` count, else
 * the table that stands in. Fails as `quote` does for what the order names.
 */
export function reckonerOf(
  compiled: CompiledSetup,
  request: QuoteRequest,
  tools: Parameters<typeof groundOf>[2],
): Parsed<(of: ReckonedFacts) => Outcome<Reckoned>> {
  const ground = groundOf(compiled, request, tools);
  return ground.ok ? { ok: true, value: (of) => reckon(ground.value, of) } : ground;
}

function reckon({ compiled, lines, journey: plain, context }: Ground, of: ReckonedFacts): Outcome<Reckoned> {
  const service = compiled.services.get(of.service);
  if (!service) return refused(reject("no-service", { services: 0 }, "services"));
  const { day } = of;
  const journey = day === undefined ? plain : { ...plain, billedOn: () => day };
  const measures = measuresOf(partsOf(lines, of.lines), of.weight);
  const facts: Facts = {
    journey,
    measures,
    origins: [of.origin],
    shipments: 1,
    chargeableWeight: of.weight ?? chargeableWeight(service, measures.parcelGroups),
    cost: Decimal.zero,
    chargedCost: Decimal.zero,
  };
  const said = of.zone === undefined ? {} : { zone: of.zone };
  return costOf(service, facts, { ...context, ...said, journey });
}

function costOf(service: CompiledService, facts: Facts, context: RatingContext): Outcome<Reckoned> {
  const steps: Step[] = [];
  const found = freightOf(service, facts, context, new Trace(steps, "rate"));
  if (!found.ok) return found;
  const { amount: freight, currency, zone } = found.value;
  const { journey, exchange } = context;
  const conversion = exchange.find(currency, journey.currency);
  if (!conversion)
    return refused(reject("no-exchange-rate", { from: currency, to: journey.currency }, "exchangeRates"));
  const surcharges: { code: string; amount: Decimal }[] = [];
  const total = withSurcharges(
    service.surcharges,
    { amount: freight, currency, carrierCurrency: service.carrierCurrency, fuel: service.fuel },
    { ...facts, cost: convert(freight, conversion) },
    exchange,
    undefined,
    (code, amount) => surcharges.push({ code, amount }),
  );
  if (!total.ok) return total;
  const day = journey.billedOn(facts.origins[0] ?? "");
  // a table that stands in knows a zone, an answer none
  const isAnswered = service.rate.kind === "live" && zone === undefined;
  return given({
    currency,
    freight,
    surcharges,
    total: total.value,
    zone,
    weight: facts.chargeableWeight,
    day,
    cell: rateCellOf(steps, "buy"),
    isAnswered,
  });
}

/** Parcels as the goods form them; of a weight that is said each has its share, and the last what is left. */
function measuresOf(lines: readonly OrderLine[], weight: Decimal | undefined): Measures {
  const plain = new Measures(lines);
  if (!weight) return plain;
  const count = Math.max(1, plain.parcels);
  const [first] = plain.parcelGroups;
  const group = (parcels: number, each: Decimal): ParcelGroup => ({
    count: parcels,
    weight: each,
    volume: first?.volume ?? Decimal.zero,
    sides: first?.sides,
  });
  if (count === 1) return new Measures(lines, [group(1, weight)]);
  const share = weight.dividedBy(Decimal.whole(count), 6, "floor");
  const rest = weight.minus(share.times(Decimal.whole(count - 1)));
  return new Measures(lines, [group(count - 1, share), group(1, rest)]);
}
