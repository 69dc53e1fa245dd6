import type { Missing } from "../rules/measured";
import type { Amount, Terms } from "../setup/amount";
import type { Measure } from "../setup/measure";
import type { Condition } from "../setup/condition";
import type { Quantity } from "../units/unit";
import type { BreakText, MoneyText } from "./reason";

/** The stations a figure passes on its way, in their order. */
export const stations = ["order", "origin", "zone", "service", "rate", "plan", "charge"] as const;
export type Station = (typeof stations)[number];

/** Every step of a working: its code with the figures of its sentence, all with their units. */
export interface StepInputs {
  "order-measured": { pieces: number; lines: number; weight?: Quantity; goodsValue: MoneyText };
  "line-not-shipped": { sku: string };
  "origin-chosen": {
    origin: string;
    name: string;
    by: "only" | "fewestShipments" | "lowestCost" | "nearest" | "rank" | "fallback" | "pinned";
    others: number;
    /** Whether no way is better; else it is the best of those tried. */
    proven: boolean;
    shipments: number;
  };
  "origins-not-proven": { tried: number; bound: MoneyText };
  "parcels-formed": { parcels: number; actual: Quantity };
  "volumetric-weight": { volume: Quantity; volumetric: Quantity; divisor?: string; kgPerM3?: string };
  "weight-charged": { actual: Quantity; step?: Quantity; chargeable: Quantity };
  "zone-found": {
    chart: string;
    zone: string;
    zoneName: string;
    entry: string;
    postcode: string;
    beats: number;
  };
  "service-taken": {
    service: string;
    name: string;
    pick: "cheapest" | "fastest" | "listed";
    working: number;
    tried: number;
  };
  "no-freight": { service: string };
  /** `at` when the carrier answered, `ms` what that took, where it is known. */
  "live-rate": {
    connection: string;
    liveService: string;
    at: string;
    used: "fresh" | "lastKnown";
    ms?: number;
  };
  /** Where somebody tried to ask: when, why there is no answer, the carrier's own words for it, and after how many ms. */
  "live-fallback": { connection: string; failed?: string; said?: string; at?: string; ms?: number };
  "edition-chosen": { tariff: string; label: string; date: string; from: string; to?: string };
  "band-found": { tariff: string; value: Quantity; band: BreakText };
  "break-found": { tariff: string; value: Quantity; break: BreakText };
  "rate-flat": { cell: MoneyText };
  "rate-per-unit": { cell: MoneyText; per: Quantity; value: Quantity };
  "rate-base-plus": { base: MoneyText; edge: Quantity; cell: MoneyText; per: Quantity; started: number };
  "rate-lower-next": { own: MoneyText; next: MoneyText; edge: Quantity; taken: "own" | "next" };
  "row-minimum": { minimum: MoneyText };
  "row-maximum": { maximum: MoneyText };
  converted: { from: MoneyText; rates: readonly { from: string; to: string; rate: string; asOf: string }[] };
  "surcharge-added": {
    name: string;
    amount: Amount;
    /** The currency of the amount as it was set. */
    currency: string;
    count?: string;
    fuelPercent?: string;
    date?: string;
    when: readonly Condition[];
    homeCurrency: string;
    added: MoneyText;
    subtotal: MoneyText;
  };
  "shipment-cost": { cost: MoneyText };
  "costs-added": { shipments: number };
  "cost-with-tax": { percent: string; cost: MoneyText };
  "plan-cost-plus": object;
  "plan-flat": { amount: MoneyText; per: "order" | "shipment" | "parcel" | "piece" | "kg"; count: string };
  "plan-terms": {
    parts: readonly { term?: Terms[number]; of?: Quantity; value: MoneyText }[];
  };
  "plan-free": object;
  "rule-passed-over": { rule: number; missing: Missing };
  "rule-matched": { rule: number; name?: string; when: readonly Condition[]; homeCurrency: string };
  "rule-otherwise": object;
  "rules-combined": {
    match: "first" | "lowest" | "highest" | "sum";
    charges: readonly { rule: number; charge: MoneyText }[];
  };
  "goods-class-charged": { goodsClass?: string };
  "classes-combined": { combine: "sum" | "highest"; classes: number };
  "item-exception": {
    sku: string;
    pieces: number;
    effect: "instead" | "extra" | "shipsFree" | "ban";
    each: MoneyText;
  };
  "nothing-left-to-charge": object;
  "shipments-charged": { how: "perShipmentSum" | "perShipmentHighest"; shipments: number };
  "margin-added": { percent: string; before: MoneyText };
  "addition-added": { name: string; amount: Amount; currency: string; added: MoneyText };
  "charge-not-negative": { before: MoneyText };
  "charge-minimum": { minimum: MoneyText };
  "charge-maximum": { maximum: MoneyText };
  "charge-stepped": { before: MoneyText; step?: string; mode?: "up" | "nearest"; ending?: string };
  "free-given": { before: MoneyText; holds: readonly Condition[]; homeCurrency: string };
  "free-missing": { threshold: MoneyText; missing: MoneyText; measure: Measure };
  "charge-rounded": { charge: MoneyText; basis: "net" | "gross" };
  "tax-added": { percent: string; net: MoneyText; tax: MoneyText; gross: MoneyText };
  "tax-taken-out": { percent: string; net: MoneyText; tax: MoneyText; gross: MoneyText };
  /** The rule in force since a day for a destination. */
  "tax-by-place": { country: string; from: string };
  "tax-reversed": { country: string };
  "tax-of-goods": { how: "highestOfGoods" | "weightedByGoods" | "splitByGoods"; percents: readonly string[] };
  "handed-over": {
    origin: string;
    ordered: string;
    afterCutOff: boolean;
    cutOff: string;
    counted: string;
    handlingDays: number;
    /** Where it is closed: why, and until when by the business's clock. */
    closed?: { reason: string; until: string };
  };
  "arrives-between": { service: string; minDays: number; maxDays: number; earliest: string; latest: string };
  "ready-from": { origin: string; date: string };
}

export type StepCode = keyof StepInputs;

/** One step: what was done, with which figures, what came out, and the place in the setup that decided it. */
export type Step = {
  readonly [C in StepCode]: {
    readonly code: C;
    readonly station: Station;
    /** The index of the shipment the step belongs to; absent for the order as a whole. */
    readonly shipment?: number;
    readonly inputs: StepInputs[C];
    readonly result?: string;
    readonly source?: string;
  };
}[StepCode];

/**
 * Collects steps, or nothing: the explained call is the short call with a trace. Built once per use, so that
 * steps know their station and shipment without being told each time.
 */
export class Trace {
  constructor(
    readonly steps: Step[],
    private readonly station: Station,
    private readonly shipment?: number,
  ) {}

  at(station: Station): Trace {
    return new Trace(this.steps, station, this.shipment);
  }

  /** Whether the steps belong to the buy rate (and not to a plan that reads a tariff of its own). */
  ofRate(): boolean {
    return this.station === "rate";
  }

  forShipment(shipment: number): Trace {
    return new Trace(this.steps, this.station, shipment);
  }

  add<C extends StepCode>(code: C, inputs: StepInputs[C], result?: string, source?: string): void {
    const step = {
      code,
      station: this.station,
      ...(this.shipment === undefined ? {} : { shipment: this.shipment }),
      inputs,
      ...(result === undefined ? {} : { result }),
      ...(source === undefined ? {} : { source }),
    };
    this.steps.push(step as Step);
  }
}
