import type { Quantity } from "../units/unit";
import type { MoneyText } from "../working/reason";

/** Everything a check can find, each code with the figures of its sentence. */
export interface FindingData {
  "unknown-code": { list: string; code: string; hint?: string };
  "zone-conflict": { chart: string; entry: string; zone: string; wins: string };
  "entry-unreachable": { chart: string; entry: string };
  "zone-unreachable": { chart: string; zone: string };
  "countries-in-no-zone": { chart: string; countries: readonly string[] };
  "countries-without-offer": { channel: string; countries: readonly string[] };
  "zones-without-row": { tariff: string; edition: string; zones: readonly string[] };
  "empty-cells": { tariff: string; edition: string; zone: string; empty: number; of: number };
  "rate-falls": { tariff: string; zone: string; edge: Quantity; before: MoneyText; after: MoneyText };
  "rate-stands-out": { tariff: string; zone: string; rate: MoneyText; near: MoneyText };
  "last-break-below-limit": { tariff: string; service: string; last: Quantity; limit: Quantity };
  "edges-look-like-grams": { tariff: string; last: Quantity; limit: Quantity };
  "edition-gap": { tariff: string; after: string; before: string };
  "edition-overlap": { tariff: string; first: string; second: string; from: string };
  "edition-expired": { tariff: string; label: string; to: string };
  "edition-ends-soon": { tariff: string; label: string; to: string; days: number };
  "rule-unreachable": { offer: string; rule: number; by: readonly number[] };
  "rule-contradicts": { offer: string; rule: number };
  "ladder-gap": { offer: string };
  "free-never": { offer: string };
  "free-always": { offer: string };
  "offer-without-service": { offer: string };
  "offer-without-charge": { offer: string };
  /** `channels` by name; no `percent`: the goods' own tax. */
  "cost-gets-tax": { offer: string; channels: readonly string[]; percent?: string };
  "rounding-of-one-currency": { offer: string; currencies: readonly string[] };
  "exchange-rate-missing": { from: string; to: string; neededBy: string };
  /** `barred`: goods classes that may not go by every mode, by name. */
  "mode-missing": { service: string; barred: readonly string[] };
  "service-unused": { service: string };
  "limit-suspicious": { service: string; limit: Quantity; likely: string };
  "percent-suspicious": { percent: string };
  "sell-below-buy": {
    offer: string;
    service: string;
    zone: string;
    at: Quantity;
    sell: MoneyText;
    buy: MoneyText;
  };
  /** One piece of the catalogue's middle item, to a country and postcode; both amounts without tax. */
  "typical-order-loses": {
    offer: string;
    channel: string;
    sku: string;
    place: string;
    charge: MoneyText;
    cost: MoneyText;
  };
  "duplicate-name": { list: string; name: string; codes: readonly string[] };
  "item-without-weight": { sku: string };
  "item-without-size": { sku: string };
  "item-too-heavy": { sku: string; weight: Quantity; most: Quantity };
  "item-weight-suspicious": { sku: string; weight: Quantity };
  "exception-unknown-item": { sku: string };
  "item-unknown-class": { sku: string; goodsClass: string };
}

export type FindingCode = keyof FindingData;
export type Severity = "error" | "warning" | "note";

/** What a check found: its code and figures, how bad it is, and where it comes from (a path, or `items/SKU`). */
export type Finding = {
  readonly [F in FindingCode]: {
    readonly code: F;
    readonly severity: Severity;
    readonly data: FindingData[F];
    readonly source: string;
  };
}[FindingCode];

/** Builds a finding; exists so that code and figures are checked against each other. */
export function finding<F extends FindingCode>(
  code: F,
  severity: Severity,
  data: FindingData[F],
  source: string,
): Finding {
  return { code, severity, data, source } as Finding;
}
