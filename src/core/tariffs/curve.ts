import { Decimal } from "../money/decimal";
import type { CompiledTariff } from "./compiled-tariff";
import { boundedAmount } from "./break-rate";
import { tableOf } from "./table";

/** A piece of a rate curve: the amounts just above its lower and at its upper end; in the tariff's unit and currency. */
export interface CurvePiece {
  readonly break: number;
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
}

/**
 * A zone's rates over the measure, for drawing only: figures become floats here, money never does elsewhere. Breaks
 * without a rate leave a gap; the open end is drawn half as far again as the last edge.
 */
export function rateCurve(
  tariff: CompiledTariff,
  editionLabel: string,
  zone: string,
  page = 0,
): CurvePiece[] {
  const edition = tariff.editions.find((entry) => entry.label === editionLabel);
  const row = edition?.rows.get(zone);
  if (!edition || !row) return [];
  const table = tableOf(tariff, edition, zone, row, page);
  const shown = (base: Decimal) => base.dividedBy(tariff.basePerUnit, 6, "halfAwayFromZero").approximately();
  const lastEdge = edition.breaks.reduce(
    (most, entry) =>
      Math.max(most, entry.upper ? shown(entry.upper) : 0, entry.lower ? shown(entry.lower) : 0),
    0,
  );
  return edition.breaks.flatMap((entry, index) => {
    const from = entry.lower ?? Decimal.zero;
    const to = entry.upper ?? Decimal.of(String((lastEdge || 10) * 1.5)).times(tariff.basePerUnit);
    const start = boundedAmount(table, index, from);
    const end = boundedAmount(table, index, to);
    if (!start || !end) return [];
    return [
      {
        break: index,
        from: shown(from),
        to: shown(to),
        start: start.approximately(),
        end: end.approximately(),
      },
    ];
  });
}
