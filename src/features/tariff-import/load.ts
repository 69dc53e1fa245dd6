import "server-only";
import type { Setup } from "@/core/setup/setup";
import type { Edition } from "@/core/setup/tariff";
import type { ChartLook, KnownTariff } from "./import-plan";

/** Zones of a chart that are held against a file's. */
const MOST_ZONES = 300;

/** What a file can go into. */
export function importTargets(setup: Setup): { tariffs: KnownTariff[]; charts: ChartLook[] } {
  return {
    tariffs: setup.tariffs.map(
      ({ code, name, side, currency, zoneChart, measure, boundary, unit, editions }) => ({
        code,
        name,
        side,
        currency,
        zoneChart,
        measure,
        boundary,
        unit,
        kept: keptOf(editions),
        editions: editions.map(({ label, from, to }) => ({
          label,
          from,
          ...(to === undefined ? {} : { to }),
        })),
      }),
    ),
    charts: setup.zoneCharts.map(({ code, name, zones }) => ({
      code,
      name,
      zones: zones.slice(0, MOST_ZONES).flatMap((zone) => [zone.code, zone.name]),
    })),
  };
}

/** The measure of bands and the rule of the lower next break, as the edition that begins last has them. */
function keptOf(editions: readonly Edition[]): KnownTariff["kept"] {
  const latest = [...editions].sort((a, b) => (a.from < b.from ? 1 : a.from > b.from ? -1 : 0))[0];
  return {
    ...(latest?.bands ? { bands: latest.bands } : {}),
    ...(latest?.lowerNextBreak === undefined ? {} : { lowerNextBreak: latest.lowerNextBreak }),
  };
}
