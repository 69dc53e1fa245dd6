/** Everything a check can find, each code with the figures of its sentence. */
export interface FindingData {
  "unknown-code": { list: string; code: string; hint?: string };
  "empty-cells": { tariff: string; edition: string; zone: string; empty: number; of: number };
  "zone-unreachable": { chart: string; zone: string };
  "zones-without-row": { tariff: string; edition: string; zones: readonly string[] };
  "item-without-weight": { sku: string };
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
