import { joinPath } from "../setup/path";
import { given, refused, reject, type Outcome } from "../working/reason";
import type { Trace } from "../working/step";
import { entryText, type CompiledChart } from "./compiled-chart";
import type { Place } from "./zone-index";

/**
 * The zone of a place in a chart. Fails with `zone-not-found` (no entry, or the chart is for other origins)
 * or `zone-not-served` (the winning entry has no zone).
 */
export function findZone(
  chart: CompiledChart,
  place: Place,
  origins: readonly string[],
  trace?: Trace,
): Outcome<string> {
  const stranger = chart.origins && origins.find((origin) => !chart.origins?.has(origin));
  const where = () => ({ chart: chart.chart.name, country: place.country, postcode: place.postcode });
  if (stranger !== undefined)
    return refused(reject("zone-not-found", { ...where(), origin: stranger }, `${chart.path}/origins`));
  const match = chart.index.find(place);
  const entry = match && chart.chart.entries[match.entry];
  if (!match || !entry) return refused(reject("zone-not-found", where(), `${chart.path}/entries`));
  // an entry is named by what it holds: of two that hold the same the first counts
  const source = () => `${chart.path}/${joinPath("entries", entryText(entry))}`;
  if (match.zone === null)
    return refused(reject("zone-not-served", { ...where(), entry: entryText(entry) }, source()));
  trace?.add(
    "zone-found",
    {
      chart: chart.chart.name,
      zone: match.zone,
      zoneName: chart.zoneNames.get(match.zone) ?? match.zone,
      entry: entryText(entry),
      postcode: place.postcode,
      beats: chart.index.all(place).length - 1,
    },
    match.zone,
    source(),
  );
  return given(match.zone);
}
