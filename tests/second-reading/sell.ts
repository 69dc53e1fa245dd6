import type { Condition } from "@/core/setup/condition";
import type { Setup } from "@/core/setup/setup";
import { distanceOf, chargeableOf, type Shipment } from "./buy";
import { allHold } from "./condition";
import { exchange, minorDigits, money } from "./exchange";
import { exceptionFor } from "./exception";
import { Fraction } from "./fraction";
import { known, loadMeasures, parcelsOf, type Load } from "./goods";
import type { Offer, Order } from "./order";
import { planned, typed, type Charge, type Planned } from "./plan";
import { attempt } from "./refusal";

/** A part of a charge under its charge type. */
interface Part {
  readonly type: string;
  readonly amount: Fraction;
}

const nothing = { amount: Fraction.zero, shown: [] };

export interface Sold {
  readonly net: Fraction;
  readonly tax: Fraction;
  readonly gross: Fraction;
  readonly isFree: boolean;
  readonly freeFrom?: { readonly threshold: string; readonly missing: string };
}

/** What an offer charges for shipments that are chosen. */
export class Selling {
  private readonly percent: Fraction;

  constructor(
    private readonly order: Order,
    private readonly offer: Offer,
    private readonly shipments: readonly Shipment[],
  ) {
    this.percent = taxOf(order, offer, offer.chargeType);
  }

  sold(): Sold {
    const charge = this.charged();
    const adjusted = charge.isFree ? nothing : this.adjusted(charge.amount);
    const isFree = charge.isFree || this.isFree();
    const { currency } = this.order;
    // nobody is paid for being delivered to
    const due = Fraction.max([money(isFree ? Fraction.zero : adjusted.amount, currency), Fraction.zero]);
    const parts = this.parts(due, isFree ? [] : adjusted.shown);
    const taxed = this.taxed(parts);
    const freeFrom = isFree ? undefined : this.freeFrom();
    return {
      ...taxed,
      isFree: due.against(Fraction.zero) === 0,
      ...(freeFrom ? { freeFrom } : {}),
    };
  }

  /** Additions that are shown, rounded for it and no more than is due; the freight is the rest. */
  private parts(due: Fraction, shown: readonly Part[]): readonly Part[] {
    let left = due;
    const additions = shown.map(({ type, amount }) => {
      const own = Fraction.min([money(amount, this.order.currency), left]);
      left = left.minus(own);
      return { type, amount: own };
    });
    return [{ type: this.offer.chargeType, amount: left }, ...additions];
  }

  /** What has one rate of tax is taxed together. */
  private taxed(parts: readonly Part[]): { net: Fraction; tax: Fraction; gross: Fraction } {
    const byRate = new Map<string, Fraction>();
    const rates = new Map<string, Fraction>();
    for (const { type, amount } of parts) {
      const percent = taxOf(this.order, this.offer, type);
      const key = percent.rounded(20).text(20);
      rates.set(key, percent);
      byRate.set(key, (byRate.get(key) ?? Fraction.zero).plus(amount));
    }
    const all = [...byRate].map(([key, amount]) => this.withTax(amount, rates.get(key)!));
    return {
      net: Fraction.sum(all.map(({ net }) => net)),
      tax: Fraction.sum(all.map(({ tax }) => tax)),
      gross: Fraction.sum(all.map(({ gross }) => gross)),
    };
  }

  private withTax(due: Fraction, percent: Fraction) {
    const { currency, channel } = this.order;
    if (!channel.pricesIncludeTax) {
      const tax = money(due.percent(percent), currency);
      return { net: due, tax, gross: due.plus(tax) };
    }
    const net = money(due.by(Fraction.one.plus(Fraction.one.percent(percent))), currency);
    return { net, tax: due.minus(net), gross: due };
  }

  /** Exceptions first, then the plan over what is left. */
  private charged(): Charge {
    const { setup, lines, day, currency } = this.order;
    const leaves = new Set<number>();
    let extra = Fraction.zero;
    for (const line of lines) {
      const found = exceptionFor(this.order, this.offer, line);
      if (!found || found.do === "ban") continue;
      if (found.do === "shipsFree" || "instead" in found.do) leaves.add(line.index);
      if (found.do === "shipsFree") continue;
      const each = Fraction.of("instead" in found.do ? found.do.instead : found.do.extra);
      const of = found.offer === undefined ? setup.business.homeCurrency : this.typedIn();
      extra = extra.plus(exchange(setup, day, each, of, currency).times(Fraction.of(line.quantity)));
    }
    const kept = (load: Load) => load.filter(({ line }) => !leaves.has(line.index));
    const { charged = "perOrder", plan } = this.offer;
    if (charged === "perOrder") {
      const { amount, isFree } = planned(plan, this.asked(this.shipments, kept));
      return { amount: amount.plus(extra), isFree };
    }
    const left = this.shipments.filter(({ load }) => kept(load).length > 0);
    if (left.length === 0) return { amount: extra, isFree: false };
    const each = left.map((one) => planned(plan, this.asked([one], kept)));
    const amounts = each.map(({ amount }) => amount);
    const whole = charged === "perShipmentSum" ? Fraction.sum(amounts) : Fraction.max(amounts);
    return { amount: whole.plus(extra), isFree: each.every(({ isFree }) => isFree) };
  }

  private typedIn(): string {
    return this.offer.currency ?? this.order.setup.business.homeCurrency;
  }

  private asked(shipments: readonly Shipment[], kept: (load: Load) => Load): Planned {
    const net = Fraction.sum(shipments.map(({ cost }) => cost));
    // a shipment of which nothing is left is none for what is charged, though it costs what it costs
    const left = shipments.filter(({ load }) => kept(load).length > 0);
    const loads = left.map(({ load }) => kept(load));
    const cost = this.order.channel.pricesIncludeTax ? net.plus(net.percent(this.percent)) : net;
    const origins = left.map(({ origin }) => origin.code);
    return {
      order: this.order,
      load: merged(loads),
      origins,
      currency: this.typedIn(),
      day: this.order.day,
      shipments: left.length,
      cost,
      measure: (name, currency) => this.measure(name, currency, left, loads, net),
      part: (load) => {
        const indexes = new Set(load.map(({ line }) => line.index));
        return this.asked(shipments, (own) => kept(own).filter(({ line }) => indexes.has(line.index)));
      },
    };
  }

  private measure(
    name: string,
    currency: string,
    shipments: readonly Shipment[],
    loads: readonly Load[],
    cost: Fraction,
  ): Fraction {
    const { order } = this;
    const worth = (value: Fraction) => exchange(order.setup, order.day, value, order.currency, currency);
    if (name === "cost") return worth(cost);
    if (name === "distance")
      return Fraction.max(shipments.map(({ origin }) => Fraction.of(distanceOf(order, origin))));
    if (name === "chargeableWeight")
      return Fraction.sum(
        shipments.map(({ service }, i) =>
          known(chargeableOf(service, parcelsOf(loads[i]!)), "weight-missing"),
        ),
      );
    if (name === "parcels") return Fraction.sum(loads.map(loadMeasures.parcels));
    const value = loadMeasures[name as keyof typeof loadMeasures](merged(loads));
    return name.startsWith("goodsValue") ? worth(value) : value;
  }

  /** Margin, additions, bounds, rounding; with the additions that are shown by themselves. */
  private adjusted(charge: Fraction): { amount: Fraction; shown: readonly Part[] } {
    const { marginPercent = "0", additions = [], minimum, maximum, rounding } = this.offer.adjust ?? {};
    const asked = this.asked(this.shipments, (load) => load);
    const freight = charge.plus(charge.percent(marginPercent));
    const shown: Part[] = [];
    let amount = freight;
    for (const { when = [], amount: of, chargeType, showSeparately } of additions) {
      if (!allHold(when, asked)) continue;
      const own = this.addition(of, freight, amount, asked);
      amount = amount.plus(own);
      if (showSeparately) shown.push({ type: chargeType ?? this.offer.chargeType, amount: own });
    }
    if (minimum !== undefined) amount = Fraction.max([amount, typed(minimum, asked)]);
    if (maximum !== undefined) amount = Fraction.min([amount, typed(maximum, asked)]);
    if (!rounding) return { amount, shown };
    if ("step" in rounding)
      return { amount: amount.toStep(Fraction.of(rounding.step), rounding.mode), shown };
    return { amount: endedBy(amount, rounding.ending), shown };
  }

  private addition(
    of: NonNullable<NonNullable<Offer["adjust"]>["additions"]>[number]["amount"],
    freight: Fraction,
    all: Fraction,
    asked: Planned,
  ): Fraction {
    if ("fixed" in of) return typed(of.fixed, asked);
    if ("per" in of) {
      const counted = { parcel: "parcels", piece: "quantity", kg: "actualWeight" } as const;
      const count =
        of.per === "shipment" ? Fraction.of(asked.shipments) : asked.measure(counted[of.per], asked.currency);
      return typed(of.amount, asked).times(count);
    }
    if ("percentFromFuelIndex" in of)
      return Fraction.max(this.shipments.map((one) => this.fuelOf(one, freight)));
    const base = {
      freight: () => freight,
      subtotal: () => all,
      cost: () => asked.cost,
      goodsValue: () => asked.measure("goodsValue", this.order.currency),
    }[of.of];
    return base().percent(of.percent);
  }

  private fuelOf({ service }: Shipment, freight: Fraction): Fraction {
    const { setup, day } = this.order;
    const carrier = setup.carriers.find(({ code }) => code === service.carrier)!;
    const past = (carrier.fuelIndex ?? []).filter(({ from }) => from <= day);
    const { percent } = past.reduce((a, b) => (b.from > a.from ? b : a), { from: "", percent: "0" });
    return freight.percent(percent);
  }

  private isFree(): boolean {
    const { free } = this.offer;
    if (!free) return false;
    const asked = this.asked(this.shipments, (load) => load);
    const holds = (list: Parameters<typeof allHold>[0]) => {
      const answer = attempt(() => allHold(list, asked));
      return "value" in answer && answer.value;
    };
    return "anyOf" in free ? free.anyOf.some((one) => holds([one])) : holds(free.allOf);
  }

  /** What more goods would make it free, when that is all that is missing. */
  private freeFrom(): Sold["freeFrom"] {
    const { free } = this.offer;
    if (!free) return undefined;
    const asked = this.asked(this.shipments, (load) => load);
    const list = "anyOf" in free ? free.anyOf : free.allOf;
    const lacking = list.filter((one) => {
      const answer = attempt(() => allHold([one], asked));
      return !("value" in answer && answer.value);
    });
    if ("allOf" in free && lacking.length !== 1) return undefined;
    const gaps = lacking.flatMap((one) => this.gapOf(one, asked));
    const nearest = gaps.reduce<Gap | undefined>(
      (a, b) => (a && a.missing.against(b.missing) <= 0 ? a : b),
      undefined,
    );
    const digits = minorDigits(this.order.currency);
    return (
      nearest && {
        threshold: nearest.threshold.rounded(digits).text(digits),
        missing: nearest.missing.text(digits),
      }
    );
  }

  /** Up to a goods value of at least some figure in whole minor units; over it, the next one after it. */
  private gapOf(condition: Condition, asked: Planned): readonly Gap[] {
    const { op, measure, value } = reachedBy(condition) ?? {};
    if (op === undefined || measure === undefined || value === undefined) return [];
    const threshold = typed(value, asked);
    const minor = Fraction.one.by(Fraction.of(10 ** minorDigits(this.order.currency)));
    const gap = threshold.minus(asked.measure(measure, this.order.currency));
    const enough = gap.toStep(minor, "up");
    const isOver = op === ">=" || enough.against(gap) > 0;
    return [{ threshold, missing: isOver ? enough : enough.plus(minor) }];
  }
}

/** A goods value that more goods reach: at least, over, or not below and not up to some figure. */
function reachedBy(condition: Condition) {
  const of = "not" in condition ? condition.not : condition;
  if (!("op" in of) || !of.measure.startsWith("goodsValue")) return undefined;
  const turned = { "<": ">=", "<=": ">", ">": undefined, ">=": undefined, "=": undefined }[of.op];
  const op = "not" in condition ? turned : of.op;
  return op === ">=" || op === ">" ? { ...of, op } : undefined;
}

interface Gap {
  readonly threshold: Fraction;
  readonly missing: Fraction;
}

/** The lines of several shipments together. */
function merged(loads: readonly Load[]): Load {
  const all = new Map<number, Load[number]>();
  for (const one of loads.flat()) {
    const before = all.get(one.line.index);
    all.set(one.line.index, { line: one.line, pieces: one.pieces + (before?.pieces ?? 0) });
  }
  return [...all.values()];
}

/** Up to the next amount that ends so: `.90` every whole unit, `95` every hundred. */
function endedBy(amount: Fraction, ending: string): Fraction {
  const end = Fraction.of(ending);
  let step = Fraction.one;
  while (step.against(end) <= 0) step = step.times(Fraction.of(10));
  return amount.minus(end).toStep(step, "up").plus(end);
}

/** The percentage of tax on an offer's charge. */
export function taxOf({ setup, lines, businessTax }: Order, offer: Offer, chargeType: string): Fraction {
  const type = setup.chargeTypes.find(({ code }) => code === chargeType);
  const own = offer.taxPercent ?? type?.taxPercent;
  if (own !== undefined) return Fraction.of(own);
  const how: NonNullable<Setup["business"]["deliveryTax"]> = setup.business.deliveryTax ?? "fixed";
  if (how === "fixed") return businessTax.percent;
  if (businessTax.isByRule) return businessTax.percent;
  const highest = Fraction.max(lines.map(({ tax }) => tax));
  if (how === "highestOfGoods") return highest;
  const worth = lines.map(({ value, quantity }) => value.net.times(Fraction.of(quantity)));
  const all = Fraction.sum(worth);
  // goods worth nothing weigh nothing: then the highest
  if (all.against(Fraction.zero) <= 0) return highest;
  return Fraction.sum(lines.map(({ tax }, i) => tax.times(worth[i]!))).by(all);
}
