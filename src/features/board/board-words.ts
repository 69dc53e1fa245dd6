import type { BoardPlace, Coverage } from "@/core/coverage/coverage";
import type { BoardEffect } from "@/core/coverage/coverage-changes";

export function placeText({ country, subdivision }: BoardPlace): string {
  return subdivision ?? country;
}

const signs: Readonly<Record<Coverage["state"], string>> = {
  served: "●",
  barred: "✕",
  noRate: "?",
  notInChart: "·",
  live: "~",
};

/** Some of a place is served and some is not. */
const IN_PART = "◐";

/** Whether parts of a place, by postcode or subdivision, are served where the rest is not, or the other way round. */
export function isInPart({ state, otherwise }: Coverage): boolean {
  return otherwise > 0 && (state === "served" || state === "barred" || state === "notInChart");
}

/** A cell's sign, told apart by its shape, with the zone where there is one. */
export function cellText(cell: Coverage): string {
  const { state, zone } = cell;
  if (!isInPart(cell)) return `${signs[state]}${zone === undefined ? "" : ` ${zone}`}`;
  return `${IN_PART} ${zone ?? "in part"}`;
}

/** A cell in words. */
export function cellWords(cell: Coverage): string {
  const { state, zone, otherwise, byOffer } = cell;
  const main = {
    served: zone === undefined ? "served, without a zone chart" : `served in zone ${zone}`,
    barred: byOffer ? "barred by the offer's destinations" : "barred: an entry says not served",
    noRate: `no rate in zone ${zone ?? ""}`,
    notInChart: "not in the chart",
    live: "only the carrier knows",
  }[state];
  if (!isInPart(cell)) return main;
  const parts = otherwise === 1 ? "1 entry" : `${otherwise} entries`;
  return state === "served"
    ? `in part: ${main}, but ${parts} for parts of it ${otherwise === 1 ? "bars" : "bar"} them`
    : `in part: ${parts} for parts of it ${otherwise === 1 ? "is" : "are"} served; the rest is ${main}`;
}

/** What a wish writes, or why it can't. */
export function boardEffectSentence(effect: BoardEffect): string {
  if (effect.done === "nothing")
    return effect.why === "no-chart"
      ? `${effect.code} has no zone chart: it goes wherever its offers do.`
      : `Chart ${effect.code} has no such zone: nothing is written there.`;
  const place = placeText(effect.place);
  if (effect.done === "destinations") {
    const list = effect.list === "only" ? "the only destinations" : "the barred destinations";
    return `Offer ${effect.offer}: ${place} ${effect.added ? "into" : "out of"} ${list}.`;
  }
  const to = effect.zone === null ? "not served" : `zone ${effect.zone}`;
  const others = effect.shared.length > 1 ? ` Counts for ${effect.shared.join(", ")}.` : "";
  return `Chart ${effect.chart}: ${place} → ${to}.${others}`;
}
