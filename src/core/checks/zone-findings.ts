import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import type { ZoneChart, ZoneEntry } from "../setup/zone-chart";
import { entryText } from "../zones/compiled-chart";
import { readPattern } from "../zones/postcode";
import { finding, type Finding } from "./finding";

/** Entries of equal specificity that disagree, entries that never win, zones nothing leads to, countries in no zone. */
export function zoneFindings(setup: Setup): Finding[] {
  const named = countriesOf(setup);
  return setup.zoneCharts.flatMap((chart) => [...ownFindings(chart), ...strangers(chart, named)]);
}

/** What a chart shows by itself, kept while an edit leaves it alone. */
const own = new WeakMap<ZoneChart, readonly Finding[]>();

function ownFindings(chart: ZoneChart): readonly Finding[] {
  let found = own.get(chart);
  if (!found) {
    found = [...rivals(chart), ...unreachableZones(chart)];
    own.set(chart, found);
  }
  return found;
}

/** Countries that a setup names anywhere as a destination, or ships from. */
export function countriesOf(setup: Setup): string[] {
  const named = new Set<string>(setup.origins.map((origin) => origin.address.country));
  for (const chart of setup.zoneCharts) for (const { country } of chart.entries) named.add(country);
  for (const { destinations } of setup.offers)
    for (const { country } of destinations?.only ?? []) named.add(country);
  named.delete("*");
  return [...named].sort();
}

/** What makes two entries equally specific and able to hold the same place. */
function rivalKey(entry: ZoneEntry): string {
  const pattern = entry.postcode === undefined ? undefined : readPattern(entry.postcode);
  const subdivision = entry.subdivision ?? "";
  if (!pattern || "problem" in pattern) return `${entry.country}|${subdivision}`;
  if (pattern.kind !== "range") return `${entry.country}|${subdivision}|${pattern.kind}|${pattern.text}`;
  const { letters, digits, low, high } = pattern;
  return `${entry.country}|${subdivision}|range|${letters}|${digits}|${high - low}`;
}

function rivals(chart: ZoneChart): Finding[] {
  const groups = new Map<string, number[]>();
  chart.entries.forEach((entry, index) => {
    const key = rivalKey(entry);
    const list = groups.get(key);
    if (list) list.push(index);
    else groups.set(key, [index]);
  });
  return [...groups.values()].flatMap((indexes) => (indexes.length > 1 ? conflicts(chart, indexes) : []));
}

/** Each entry against the earlier one that takes its place, or a part of it. */
function conflicts(chart: ZoneChart, indexes: readonly number[]): Finding[] {
  const spans = indexes.map((index) => ({ index, ...reach(chart.entries[index]) }));
  spans.sort((a, b) => a.low - b.low || a.index - b.index);
  const found: Finding[] = [];
  // all of one width: only neighbours, in the order of their lower ends, can be the first to overlap
  for (let i = 1; i < spans.length; i++) {
    const [one, other] = [spans[i - 1], spans[i]];
    if (!one || !other || other.low > one.high) continue;
    const [first, second] = one.index < other.index ? [one, other] : [other, one];
    const [wins, loses] = [chart.entries[first.index], chart.entries[second.index]];
    if (!wins || !loses) continue;
    const source = joinPath("zoneCharts", chart.code, "entries", second.index);
    if (wins.zone !== loses.zone)
      found.push(
        finding(
          "zone-conflict",
          "warning",
          {
            chart: chart.code,
            entry: entryText(loses),
            zone: loses.zone ?? "",
            wins: `${entryText(wins)} → ${wins.zone ?? "not served"}`,
          },
          source,
        ),
      );
    else if (one.low === other.low)
      found.push(
        finding("entry-unreachable", "note", { chart: chart.code, entry: entryText(loses) }, source),
      );
  }
  return found;
}

function reach(entry: ZoneEntry | undefined): { low: number; high: number } {
  const pattern = entry?.postcode === undefined ? undefined : readPattern(entry.postcode);
  return pattern && "low" in pattern ? { low: pattern.low, high: pattern.high } : { low: 0, high: 0 };
}

/** Zones of a chart that no entry leads to. */
function unreachableZones(chart: ZoneChart): Finding[] {
  const reached = new Set(chart.entries.map((entry) => entry.zone));
  return chart.zones
    .filter((zone) => !reached.has(zone.code))
    .map((zone) =>
      finding(
        "zone-unreachable",
        "warning",
        { chart: chart.code, zone: zone.code },
        joinPath("zoneCharts", chart.code, "zones", zone.code),
      ),
    );
}

/** Countries the setup names elsewhere that the chart says nothing of, not even that they are not served. */
function strangers(chart: ZoneChart, named: readonly string[]): Finding[] {
  const known = new Set(chart.entries.map((entry) => entry.country));
  if (known.has("*") || chart.entries.length === 0) return [];
  const countries = named.filter((country) => !known.has(country));
  if (countries.length === 0) return [];
  return [
    finding(
      "countries-in-no-zone",
      "note",
      { chart: chart.code, countries },
      joinPath("zoneCharts", chart.code, "entries"),
    ),
  ];
}
