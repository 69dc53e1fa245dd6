import "server-only";
import type { Setup } from "@/core/setup/setup";
import type { ChartLook, KnownTariff } from "./import-plan";

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
        editions: editions.map(({ label, from, to }) => ({
          label,
          from,
          ...(to === undefined ? {} : { to }),
        })),
      }),
    ),
    charts: setup.zoneCharts.map(({ code, name, zones }) => ({ code, name, zones: zones.length })),
  };
}
