import { joinPath } from "../setup/path";
import type { ZoneChart } from "../setup/zone-chart";
import { ZoneIndex } from "./zone-index";

export interface CompiledChart {
  readonly chart: ZoneChart;
  readonly index: ZoneIndex;
  readonly zoneNames: ReadonlyMap<string, string>;
  /** The origins the chart is for; `undefined` for all. */
  readonly origins: ReadonlySet<string> | undefined;
  readonly path: string;
}

/** Charts an edit left alone are not compiled again. */
const compiled = new WeakMap<ZoneChart, CompiledChart>();

export function compileChart(chart: ZoneChart): CompiledChart {
  let known = compiled.get(chart);
  if (!known) {
    known = {
      chart,
      index: new ZoneIndex(chart),
      zoneNames: new Map(chart.zones.map((zone) => [zone.code, zone.name])),
      // an empty list is no limit
      origins: chart.origins?.length ? new Set(chart.origins) : undefined,
      path: joinPath("zoneCharts", chart.code),
    };
    compiled.set(chart, known);
  }
  return known;
}

/** An entry as people write it: "SE 62*", "SE-I", "SE", "*". */
export function entryText(entry: { country: string; subdivision?: string; postcode?: string }): string {
  return [entry.subdivision ?? entry.country, entry.postcode].filter(Boolean).join(" ");
}
