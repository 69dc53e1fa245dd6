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

/** A cell's sign, told apart by its shape, with the zone where there is one. */
export function cellText({ state, zone, otherwise }: Coverage): string {
  return `${signs[state]}${zone === undefined ? "" : ` ${zone}`}${otherwise > 0 ? " +" : ""}`;
}

/** A cell in words. */
export function cellWords({ state, zone, otherwise, byOffer }: Coverage): string {
  const main = {
    served: zone === undefined ? "served, without a zone chart" : `served in zone ${zone}`,
    barred: byOffer ? "barred by the offer's destinations" : "barred: an entry says not served",
    noRate: `no rate in zone ${zone ?? ""}`,
    notInChart: "not in the chart",
    live: "only the carrier knows",
  }[state];
  if (otherwise === 0) return main;
  const parts = `${otherwise} ${otherwise === 1 ? "entry" : "entries"} for parts of it`;
  return `${main}; ${parts} ${otherwise === 1 ? "says" : "say"} otherwise`;
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
