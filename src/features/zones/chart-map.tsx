"use client";

import { useMemo } from "react";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { countryPosition } from "@/core/zones/country-positions";
import { useDraft } from "@/features/draft";
import { WorldMap, type MapShade } from "@/ui/charts/world-map";
import { subdivisionEntries, summariseCountries } from "./chart-summary";

const MOST_IN_PICTURE = 60;
const MOST_SUBDIVISIONS = 12;

/** The chart on the map: a lane for each zone, hatched where goods do not go. */
export function ChartMap({ chart }: { readonly chart: ZoneChart }) {
  const home = useDraft().habits.country;
  const lanes = useMemo(() => new Map(chart.zones.map((zone, i) => [zone.code, i])), [chart.zones]);
  const { shades, focus } = useMemo(() => {
    const countries = summariseCountries(chart);
    const drawn = new Map<string, MapShade>();
    for (const [country, { zone, parts }] of countries) {
      const main = zone ?? parts.find((part) => part !== null);
      const lane = main === null || main === undefined ? undefined : lanes.get(main);
      drawn.set(country, {
        ...(lane === undefined ? { hatched: true } : { lane }),
        words: wordsOf(zone, parts),
      });
    }
    const named = new Set(
      chart.entries.filter((entry) => entry.country !== "*").map((entry) => entry.country),
    );
    // a chart of nothing yet is looked at from home
    const seen = named.size === 0 ? [home] : [...named];
    const middles = seen.flatMap((country) => countryPosition(country) ?? []);
    return { shades: drawn, focus: middles.length > MOST_IN_PICTURE ? [] : middles };
  }, [chart, lanes, home]);
  const subdivisions = useMemo(() => subdivisionEntries(chart), [chart]);
  return (
    <section aria-label="Map" className="mb-3">
      <WorldMap label={`Zones of ${chart.name} by country`} shades={shades} focus={focus} height={350} />
      <p className="mt-1 text-soft">
        Hatched: not served, or in no zone. A country served only in parts has the lane of its first part.
      </p>
      {subdivisions.length > 0 && (
        <p className="text-soft">
          Subdivisions:{" "}
          {subdivisions
            .slice(0, MOST_SUBDIVISIONS)
            .map(({ subdivision, zone }) => `${subdivision} ${zone === null ? "not served" : `zone ${zone}`}`)
            .join(", ")}
          {subdivisions.length > MOST_SUBDIVISIONS && ` and ${subdivisions.length - MOST_SUBDIVISIONS} more`}
        </p>
      )}
    </section>
  );
}

function wordsOf(zone: string | null | undefined, parts: readonly (string | null)[]): string {
  const whole = zone === undefined ? "in no zone" : zone === null ? "not served" : `zone ${zone}`;
  if (parts.length === 0) return whole;
  return `${whole}, parts ${parts.map((part) => (part === null ? "not served" : `zone ${part}`)).join(", ")}`;
}
