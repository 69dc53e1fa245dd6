import type { Setup } from "@/core/setup/setup";

/** A chart of postcode prefixes, ranges and exact codes over a few countries: so many entries, every zone reached. */
export function largeChart(code: string, entries: number, zones: number): Setup["zoneCharts"][number] {
  const countries = ["EE", "SE", "FI", "PL", "DE", "FR", "IT", "ES"];
  const zone = (i: number) => String((i % zones) + 1);
  const made: Setup["zoneCharts"][number]["entries"] = countries.map((country, i) => ({
    zone: zone(i),
    country,
  }));
  for (let i = 0; made.length < entries; i++) {
    const country = countries[i % countries.length] ?? "EE";
    const number = Math.floor(i / countries.length);
    const low = String(10_000 + ((number * 13) % 89_000)).padStart(5, "0");
    made.push(
      i % 3 === 0
        ? { zone: zone(i), country, postcode: low }
        : i % 3 === 1
          ? { zone: zone(i), country, postcode: `${low.slice(0, 4)}*` }
          : { zone: zone(i), country, postcode: `${low}..${String(Number(low) + 7)}` },
    );
  }
  return {
    code,
    name: `Chart ${code}`,
    zones: Array.from({ length: zones }, (_, i) => ({ code: String(i + 1), name: `Zone ${i + 1}` })),
    entries: made,
  };
}

/** A tariff of so many zones and breaks, rising in both. */
export function largeTariff(
  code: string,
  chart: string,
  zones: number,
  breaks: number,
): Setup["tariffs"][number] {
  return {
    code,
    name: `Tariff ${code}`,
    side: "buy",
    currency: "EUR",
    zoneChart: chart,
    measure: "chargeableWeight",
    unit: "kg",
    boundary: "upTo",
    editions: [
      {
        label: "2026",
        from: "2026-01-01",
        breaks: Array.from({ length: breaks }, (_, i) => ({
          edge: String((i + 1) / 2),
          rate: "flat" as const,
        })),
        rows: Array.from({ length: zones }, (_, zone) => ({
          zone: String(zone + 1),
          rates: Array.from({ length: breaks }, (_, i) => (3 + zone / 10 + i / 4).toFixed(2)),
        })),
      },
    ],
  };
}

/** A business with one service and one offer over such a chart and tariff, made of an ordinary one. */
export function largeSetup(small: Setup, size: { entries: number; zones: number; breaks: number }): Setup {
  const [service] = small.services;
  if (!service) throw new RangeError("the small setup has a service");
  return {
    ...small,
    zoneCharts: [largeChart("BIG", size.entries, size.zones)],
    tariffs: [largeTariff("BIG", "BIG", size.zones, size.breaks)],
    services: [{ ...service, rate: { tariff: "BIG" } }],
  };
}
