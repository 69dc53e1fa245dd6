import type { Service } from "@/core/setup/service";
import type { Setup } from "@/core/setup/setup";
import { firstWorking, handOver, workingDaysAfter, type Origin } from "./calendar";
import { allHold, type Asked } from "./condition";
import { exchange, money } from "./exchange";
import { Fraction } from "./fraction";
import { inBase, inCubicCentimetres, known, loadMeasures, parcelsOf, type Load, type Parcel } from "./goods";
import { weekdayOf, type Order } from "./order";
import { isServed } from "./place";
import { countryPosition, distanceKm } from "@/core/zones/country-positions";
import { Refusal } from "./refusal";
import { rateByTable } from "./table";

/** A shipment by a service: what it costs and when it is there. */
export interface Shipment {
  readonly origin: Origin;
  readonly service: Service;
  readonly load: Load;
  readonly zone: string | undefined;
  readonly cost: Fraction;
  readonly chargeable: Fraction | undefined;
  readonly promise: { readonly earliest: string; readonly latest: string } | undefined;
}

export function distanceOf(order: Order, origin: Origin): number {
  const to = countryPosition(order.request.shipTo.country);
  const from = origin.position ?? countryPosition(origin.address.country);
  return from && to ? distanceKm(from, to) : Math.round(Math.PI * 6371.0088 * 1000) / 1000;
}

/** Ships a load from an origin by a service, or throws why not. */
export function shipBy(
  order: Order,
  origin: Origin,
  code: string,
  load: Load,
  isCollection: boolean,
): Shipment {
  const { setup } = order;
  const service = setup.services.find((one) => one.code === code)!;
  const carrier = setup.carriers.find((one) => one.code === service.carrier)!;
  mustTake(order, service, origin, load);
  const day = handOver(order, origin);
  const limits = new Limits(order, service, load);
  limits.hold();
  const buy = new Buying(order, service, carrier, origin, load, day ?? order.day);
  const { zone, currency, amount } = buy.rated();
  const converted = exchange(setup, order.day, amount, currency, order.currency);
  const cost = money(converted, order.currency);
  const transit = service.transit.byZone?.find((one) => one.zone === zone) ?? service.transit;
  const works = carrier.workdays as readonly number[];
  // what is collected is ready on the day it is handed over
  const isCollected = isCollection || service.tier === "collection";
  const arrival = (days: number) => {
    if (day === undefined || isCollected) return day;
    if (works.length === 0) return undefined;
    const isWorking = (at: string) => works.includes(weekdayOf(at));
    // nothing arrives on a day the carrier does not work
    return firstWorking(workingDaysAfter(day, days, isWorking), isWorking);
  };
  const [earliest, latest] = [arrival(transit.minDays), arrival(transit.maxDays)];
  return {
    origin,
    service,
    load,
    zone,
    cost,
    chargeable: chargeableOf(service, parcelsOf(load)),
    promise: earliest !== undefined && latest !== undefined ? { earliest, latest } : undefined,
  };
}

/** What a service takes at all, by whom, from where, to where and of what kind. */
function mustTake({ setup, request }: Order, service: Service, origin: Origin, load: Load): void {
  const carrier = setup.carriers.find(({ code }) => code === service.carrier)!;
  if (!service.active || !carrier.active) throw new Refusal("inactive");
  const { origins = [], accepts = {}, destinations = {}, mode } = service;
  if (origins.length > 0 && !origins.includes(origin.code)) throw new Refusal("origin-not-served-by-service");
  if (!isServed(destinations, request.shipTo)) throw new Refusal("destination");
  if (request.shipTo.poBox && accepts.poBox === false) throw new Refusal("po-box");
  if (request.cashOnDelivery && accepts.cashOnDelivery !== true) throw new Refusal("cash-on-delivery");
  if (request.shipTo.collectionPoint && accepts.collectionPoint === false)
    throw new Refusal("collection-point");
  if (request.signature && accepts.signature === false) throw new Refusal("signature");
  for (const { line } of load) {
    if (isBarred(line.goodsClass, accepts)) throw new Refusal("goods-class");
    if (mode !== undefined && line.notBy.includes(mode)) throw new Refusal("transport-mode");
  }
}

interface ClassLists {
  readonly onlyGoodsClasses?: readonly string[] | undefined;
  readonly refusesGoodsClasses?: readonly string[] | undefined;
}

export function isBarred(
  goodsClass: string | undefined,
  { onlyGoodsClasses: only = [], refusesGoodsClasses: refuses = [] }: ClassLists,
): boolean {
  if (goodsClass !== undefined && refuses.includes(goodsClass)) return true;
  return only.length > 0 && (goodsClass === undefined || !only.includes(goodsClass));
}

/** Chargeable kilograms: of each parcel the larger of what it weighs and what it fills, up to the next step. */
export function chargeableOf(service: Service, parcels: readonly Parcel[]): Fraction | undefined {
  const { volumetric, weightStep } = service;
  const all = parcels.map(({ weight, knownVolume }) => {
    if (!weight) return undefined;
    const filled = !volumetric
      ? Fraction.zero
      : "divisor" in volumetric
        ? knownVolume.by(Fraction.of(volumetric.divisor))
        : knownVolume.times(Fraction.of(volumetric.kgPerM3)).by(Fraction.of(1_000_000));
    const larger = Fraction.max([weight, filled]);
    return weightStep ? larger.toStep(inBase(weightStep.value, weightStep.unit), "up") : larger;
  });
  return all.some((one) => !one) ? undefined : Fraction.sum(all.map((one) => one!));
}

class Limits {
  private readonly parcels: readonly Parcel[];
  constructor(
    private readonly order: Order,
    private readonly service: Service,
    private readonly load: Load,
  ) {
    this.parcels = parcelsOf(load);
  }

  hold(): void {
    const { limits = {} } = this.service;
    const weights = () => this.parcels.map(({ weight }) => known(weight, "weight-missing"));
    const total = () => [loadMeasures.actualWeight(this.load)];
    const sides = () =>
      this.parcels.map(({ sides: own }) => {
        known(own?.[0], "size-missing");
        return own as readonly [Fraction, Fraction, Fraction];
      });
    const base = (limit: { value: string; unit: string } | undefined) =>
      limit && inBase(limit.value, limit.unit);
    least(weights, base(limits.minParcelWeight));
    most(weights, base(limits.maxParcelWeight), "limit-weight");
    least(total, base(limits.minShipmentWeight));
    most(total, base(limits.maxShipmentWeight), "limit-weight");
    most(() => sides().map(([longest]) => longest), base(limits.maxLength), "limit-size");
    const girth = ([a, b, c]: readonly [Fraction, Fraction, Fraction]) =>
      a.plus(b.plus(c).times(Fraction.of(2)));
    most(() => sides().map(girth), base(limits.maxGirthPlusLength), "limit-size");
    const { maxVolume, maxGoodsValue, maxParcels } = limits;
    const volume = maxVolume && inCubicCentimetres(maxVolume.value, maxVolume.unit);
    most(() => [loadMeasures.volume(this.load)], volume, "limit-size");
    if (maxParcels !== undefined && this.parcels.length > maxParcels) throw new Refusal("limit-parcels");
    if (maxGoodsValue) {
      const { setup, day, currency } = this.order;
      const value = exchange(
        setup,
        day,
        loadMeasures.goodsValue(this.load),
        currency,
        maxGoodsValue.currency,
      );
      most(() => [value], Fraction.of(maxGoodsValue.amount), "limit-value");
    }
  }
}

function least(values: () => readonly Fraction[], limit: Fraction | undefined): void {
  if (limit && values().some((value) => value.against(limit) < 0)) throw new Refusal("limit-weight");
}

function most(
  values: () => readonly Fraction[],
  limit: Fraction | undefined,
  reason: "limit-weight" | "limit-size" | "limit-value",
): void {
  if (limit && values().some((value) => value.against(limit) > 0)) throw new Refusal(reason);
}

type Carrier = Setup["carriers"][number];
type Surcharge = NonNullable<Service["surcharges"]>[number];

/** Freight and surcharges of one shipment, in the currency of its rate. */
class Buying {
  constructor(
    private readonly order: Order,
    private readonly service: Service,
    private readonly carrier: Carrier,
    private readonly origin: Origin,
    private readonly load: Load,
    private readonly day: string,
  ) {}

  rated(): { amount: Fraction; currency: string; zone: string | undefined } {
    const { amount: freight, currency, zone } = this.freight();
    let all = freight;
    for (const surcharge of this.service.surcharges ?? []) {
      const { from, to, when = [] } = surcharge;
      if ((from !== undefined && this.day < from) || (to !== undefined && to < this.day)) continue;
      if (!allHold(when, this.asked(freight, currency))) continue;
      all = all.plus(this.surcharge(surcharge, freight, all, currency));
    }
    return { amount: all, currency, zone };
  }

  private freight(): { amount: Fraction; currency: string; zone: string | undefined } {
    const { rate } = this.service;
    if ("none" in rate) {
      // with nothing to add, nothing is to be converted
      const isBare = (this.service.surcharges ?? []).length === 0;
      const currency = isBare ? this.order.currency : this.carrier.currency;
      return { amount: Fraction.zero, currency, zone: undefined };
    }
    const fallback = "live" in rate ? rate.fallback : rate;
    if (fallback === undefined || fallback === "passOver" || !("tariff" in fallback))
      throw new Refusal("live-unavailable");
    const { setup, request } = this.order;
    const { currency } = setup.tariffs.find(({ code }) => code === fallback.tariff)!;
    const rated = rateByTable(setup, fallback.tariff, {
      measure: (name, of) => this.measure(name, of),
      from: [this.origin.code],
      place: request.shipTo,
      day: this.day,
    });
    return { ...rated, currency };
  }

  private measure(name: string, currency: string, cost?: { amount: Fraction; currency: string }): Fraction {
    const { setup, day } = this.order;
    if (name === "chargeableWeight")
      return known(chargeableOf(this.service, parcelsOf(this.load)), "weight-missing");
    if (name === "distance") return Fraction.of(distanceOf(this.order, this.origin));
    if (name === "cost") return exchange(setup, day, cost!.amount, cost!.currency, currency);
    const value = loadMeasures[name as keyof typeof loadMeasures](this.load);
    return name.startsWith("goodsValue") ? exchange(setup, day, value, this.order.currency, currency) : value;
  }

  private asked(freight: Fraction, currency: string): Asked {
    return {
      order: this.order,
      load: this.load,
      origins: [this.origin.code],
      // conditions outside of offers are in the home currency
      currency: this.order.setup.business.homeCurrency,
      // a weekday is the order's; only what is dated goes by the day of handing over
      day: this.order.day,
      measure: (name, of) => this.measure(name, of, { amount: freight, currency }),
    };
  }

  private surcharge(surcharge: Surcharge, freight: Fraction, all: Fraction, currency: string): Fraction {
    const { setup, day } = this.order;
    const own = (text: string) => exchange(setup, day, Fraction.of(text), this.carrier.currency, currency);
    const amount = this.amountOf(surcharge, freight, all, currency, own);
    const { min, max } = surcharge;
    const raised = min === undefined ? amount : Fraction.max([amount, own(min)]);
    const lowered = max !== undefined && raised.against(own(max)) > 0 ? own(max) : raised;
    return money(lowered, currency);
  }

  private amountOf(
    { amount }: Surcharge,
    freight: Fraction,
    all: Fraction,
    currency: string,
    own: (text: string) => Fraction,
  ): Fraction {
    if ("fixed" in amount) return own(amount.fixed);
    if ("per" in amount) {
      const counted = { parcel: "parcels", piece: "quantity", kg: "chargeableWeight" } as const;
      const count = amount.per === "shipment" ? Fraction.one : this.measure(counted[amount.per], currency);
      return own(amount.amount).times(count);
    }
    if ("percentFromFuelIndex" in amount) return freight.percent(this.fuel());
    const base = {
      freight: () => freight,
      subtotal: () => all,
      cost: () => all,
      goodsValue: () => this.measure("goodsValue", currency),
    }[amount.of];
    return base().percent(amount.percent);
  }

  private fuel(): string {
    const past = (this.carrier.fuelIndex ?? []).filter(({ from }) => from <= this.day);
    return past.reduce((a, b) => (b.from > a.from ? b : a), { from: "", percent: "0" }).percent;
  }
}
