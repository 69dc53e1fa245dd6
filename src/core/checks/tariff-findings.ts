import type { CompiledSetup } from "../quote/compiled-setup";
import { stepsDown } from "../services/rises";
import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import type { Edition, Tariff } from "../setup/tariff";
import { tableOf } from "../tariffs/table";
import { cellMoney, shownValue } from "../tariffs/tariff-words";
import { finding, type Finding } from "./finding";

/** Zones without a row, empty cells. */
export function tableFindings(setup: Setup): Finding[] {
  const charts = new Map(setup.zoneCharts.map((chart) => [chart.code, chart]));
  return setup.tariffs.flatMap((tariff) => {
    const chart = charts.get(tariff.zoneChart);
    const reached = new Set(chart?.entries.map((entry) => entry.zone));
    const wanted = chart?.zones.filter((zone) => reached.has(zone.code)).map((zone) => zone.code) ?? [];
    return tariff.editions.flatMap((edition) => {
      const path = joinPath("tariffs", tariff.code, "editions", edition.label);
      return [...missingRows(tariff, edition, wanted, path), ...emptyCells(tariff, edition, path)];
    });
  });
}

function missingRows(tariff: Tariff, edition: Edition, wanted: readonly string[], path: string): Finding[] {
  const rows = new Set(edition.rows.map((row) => row.zone));
  const zones = wanted.filter((zone) => !rows.has(zone));
  if (zones.length === 0) return [];
  return [
    finding("zones-without-row", "warning", { tariff: tariff.code, edition: edition.label, zones }, path),
  ];
}

/** One finding a row: the cells of it that have no rate. */
function emptyCells(tariff: Tariff, edition: Edition, path: string): Finding[] {
  return edition.rows.flatMap((row, index) => {
    const cells = row.rates.flat();
    const empty = cells.filter((cell) => cell === null).length;
    if (empty === 0) return [];
    const first = row.rates.findIndex((cell) => cell === null);
    const source = `${path}/rows/${index}/rates/${Math.max(first, 0)}`;
    return [
      finding(
        "empty-cells",
        "note",
        { tariff: tariff.code, edition: edition.label, zone: row.zone, empty, of: cells.length },
        source,
      ),
    ];
  });
}

/** The first edge of each row beyond which more costs less; what lower next break takes away is none. */
export function fallingRates({ tariffs }: CompiledSetup): Finding[] {
  return [...tariffs.values()].flatMap((tariff) =>
    tariff.editions.flatMap((edition) =>
      [...edition.rows].flatMap(([zone, row]) =>
        row.pages.flatMap((_, page) => {
          const table = tableOf(tariff, edition, zone, row, page);
          const step = stepsDown(table);
          if (!step) return [];
          return [
            finding(
              "rate-falls",
              "warning",
              {
                tariff: tariff.code,
                zone,
                edge: shownValue(tariff, step.edge),
                before: cellMoney(tariff, step.before),
                after: cellMoney(tariff, step.after),
              },
              `${edition.path}/rows/${row.index}/rates/${edition.bands ? `${page}/` : ""}${step.break}`,
            ),
          ];
        }),
      ),
    ),
  );
}
