import { findDangling } from "../setup/dangling";
import type { Item } from "../setup/item";
import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import type { Edition, Tariff } from "../setup/tariff";
import { finding, type Finding } from "./finding";

/** Looks a setup (and a catalogue) over. Findings come errors first, then in the order of the setup. */
export function check(setup: Setup, items: readonly Item[] = []): Finding[] {
  const found = [...codes(setup), ...unreachableZones(setup), ...tariffRows(setup), ...weights(setup, items)];
  const weight = { error: 0, warning: 1, note: 2 };
  return found
    .map((entry, index) => ({ entry, index }))
    .sort((a, b) => weight[a.entry.severity] - weight[b.entry.severity] || a.index - b.index)
    .map(({ entry }) => entry);
}

function codes(setup: Setup): Finding[] {
  return findDangling(setup).map((problem) =>
    finding(
      "unknown-code",
      "error",
      {
        list: problem.data.list ?? "",
        code: problem.data.code ?? "",
        ...(problem.hint ? { hint: problem.hint } : {}),
      },
      problem.path,
    ),
  );
}

/** Zones of a chart that no entry leads to. */
function unreachableZones(setup: Setup): Finding[] {
  return setup.zoneCharts.flatMap((chart) => {
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
  });
}

function tariffRows(setup: Setup): Finding[] {
  const charts = new Map(setup.zoneCharts.map((chart) => [chart.code, chart]));
  return setup.tariffs.flatMap((tariff) =>
    tariff.editions.flatMap((edition) => {
      const rows = new Set(edition.rows.map((row) => row.zone));
      const reached = new Set(charts.get(tariff.zoneChart)?.entries.map((entry) => entry.zone));
      const missing =
        charts
          .get(tariff.zoneChart)
          ?.zones.filter((zone) => reached.has(zone.code) && !rows.has(zone.code)) ?? [];
      const path = joinPath("tariffs", tariff.code, "editions", edition.label);
      return [
        ...(missing.length > 0
          ? [
              finding(
                "zones-without-row",
                "warning",
                { tariff: tariff.code, edition: edition.label, zones: missing.map((zone) => zone.code) },
                path,
              ),
            ]
          : []),
        ...emptyCells(tariff, edition, path),
      ];
    }),
  );
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

function weights(setup: Setup, items: readonly Item[]): Finding[] {
  const defaults = new Set(
    setup.goodsClasses.filter((entry) => entry.defaultWeight).map((entry) => entry.code),
  );
  return items
    .filter(
      (item) =>
        item.shippable !== false &&
        !item.weight &&
        !(item.goodsClass !== undefined && defaults.has(item.goodsClass)),
    )
    .map((item) => finding("item-without-weight", "warning", { sku: item.sku }, joinPath("items", item.sku)));
}
