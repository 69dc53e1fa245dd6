import { list } from "./figures";
import type { Finding, FindingCode, FindingData } from "@/core/checks/finding";

type Sentences = { readonly [F in FindingCode]: (data: FindingData[F]) => string };

const sentences: Sentences = {
  "unknown-code": (d) => `There is no “${d.code}”${d.hint ? `; did you mean “${d.hint}”` : ""}.`,
  "empty-cells": (d) =>
    `Zone ${d.zone}: ${d.empty === d.of ? "no break" : `${d.empty} of ${d.of} breaks`} ${d.empty === d.of ? "has a rate" : "have no rate"}.`,
  "zone-unreachable": (d) => `No destination leads to zone ${d.zone}.`,
  "zones-without-row": (d) =>
    `${d.zones.length === 1 ? "Zone" : "Zones"} ${list(d.zones)} ${d.zones.length === 1 ? "has" : "have"} no row in edition ${d.edition}: nothing is rated there.`,
  "item-without-weight": (d) => `${d.sku} has no weight.`,
};

/** What a check found, in plain words. */
export function findingSentence(finding: Finding): string {
  const sentence = sentences[finding.code] as (data: unknown) => string;
  return sentence(finding.data);
}
