import type { Tariff } from "../../src/core/setup/tariff";
import type { ZoneChart } from "../../src/core/setup/zone-chart";

const decimal = (figure: number) => figure.toFixed(2).replace(".", ",");

/**
 * Next year's rates of a tariff as its carrier sends them: a title, grams, from–to pairs with a step between them, a last
 * bound nobody weighs, decimal commas, a second service, and a line without a figure.
 */
export function rateList(tariff: Tariff, chart: ZoneChart): string {
  const [edition] = tariff.editions;
  if (!edition) throw new Error(`${tariff.code} has no edition`);
  const names = new Map(chart.zones.map((zone) => [zone.code, zone.name]));
  const services = [
    [tariff.name, 1.042],
    ["Ternwing Night Parcel", 1.65],
  ] as const;
  const lines = services.flatMap(([service, times]) =>
    edition.rows.flatMap((row) =>
      edition.breaks.flatMap(({ edge }, i) => {
        const rate = row.rates[i];
        if (typeof rate !== "string" || edge === null) return [];
        const from = Number(edition.breaks[i - 1]?.edge ?? 0) * 1000;
        const last = i === edition.breaks.length - 1;
        const asked = times > 1.5 && row.zone === "5" && last;
        return [
          service,
          names.get(row.zone) ?? row.zone,
          String(from === 0 ? 0 : from + 1),
          last ? "9999999" : String(Number(edge) * 1000),
          asked ? "on request" : decimal(Number(rate) * times),
        ].join(";");
      }),
    ),
  );
  return [
    "Ternwing Express, net rates in SEK from 1 January 2027",
    "Service;Zone;From (g);To (g);Price SEK",
    ...lines,
    "",
  ].join("\r\n");
}
