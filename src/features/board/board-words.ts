import type { BoardPlace, Coverage } from "@/core/quote/coverage";
import type { BoardDeed } from "@/core/quote/coverage-changes";

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
export function deedSentence(deed: BoardDeed): string {
  if (deed.done === "nothing")
    return deed.why === "no-chart"
      ? `${deed.code} has no zone chart: it goes wherever its offers do.`
      : `Chart ${deed.code} has no such zone: nothing is written there.`;
  const place = placeText(deed.place);
  if (deed.done === "destinations") {
    const list = deed.list === "only" ? "the only destinations" : "the barred destinations";
    return `Offer ${deed.offer}: ${place} ${deed.added ? "into" : "out of"} ${list}.`;
  }
  const to = deed.zone === null ? "not served" : `zone ${deed.zone}`;
  const others = deed.shared.length > 1 ? ` Counts for ${deed.shared.join(", ")}.` : "";
  return `Chart ${deed.chart}: ${place} → ${to}.${others}`;
}
