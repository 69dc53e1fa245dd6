import type { ZoneChart } from "@/core/setup/zone-chart";
import { countryCodes } from "@/core/zones/countries";

/** What a chart says of a country: its zone as a whole, `null` for not served, `undefined` for nothing; and zones of its parts. */
export interface CountrySummary {
  readonly zone: string | null | undefined;
  readonly parts: readonly (string | null)[];
}

/** Every country as the chart sees it, without asking about single postcodes: the entries for whole countries, and which zones parts have. */
export function summariseCountries(chart: ZoneChart): ReadonlyMap<string, CountrySummary> {
  const whole = new Map<string, string | null>();
  const parts = new Map<string, Set<string | null>>();
  for (const { country, subdivision, postcode, zone } of chart.entries) {
    if (subdivision === undefined && postcode === undefined) {
      // of two for one country the earlier counts
      if (!whole.has(country)) whole.set(country, zone);
      continue;
    }
    const known = parts.get(country);
    if (known) known.add(zone);
    else parts.set(country, new Set([zone]));
  }
  const anywhere = whole.get("*");
  return new Map(
    countryCodes.map((country) => {
      const zone = whole.has(country) ? whole.get(country) : anywhere;
      const others = [...(parts.get(country) ?? [])].filter((part) => part !== zone);
      return [country, { zone, parts: others }];
    }),
  );
}

/** The entries for subdivisions, which a map of countries can't show. */
export function subdivisionEntries(
  chart: ZoneChart,
): { readonly subdivision: string; readonly zone: string | null }[] {
  return chart.entries.flatMap(({ subdivision, postcode, zone }) =>
    subdivision !== undefined && postcode === undefined ? [{ subdivision, zone }] : [],
  );
}
