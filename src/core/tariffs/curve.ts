import { Decimal } from "../money/decimal";
import type { CompiledTariff } from "./compiled-tariff";
import { boundedAmount } from "./break-rate";
import { tableOf, type Table } from "./table";

/** A piece of a rate curve: the amounts just above its lower and at its upper end; in the tariff's unit and currency. */
export interface CurvePiece {
  readonly break: number;
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
  /**
   * With the lower next break: from where on the next break's amount at its edge costs less, and that amount. What lies
   * above it on the piece is never charged.
   */
  readonly cap?: { readonly from: number; readonly amount: number };
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
        ...capOf(table, index, [shown(from), shown(to)], [start.approximately(), end.approximately()]),
      },
    ];
  });
}

/** A piece is a straight line (steps of a base-plus break are drawn as one), so the next break's amount meets it once. */
function capOf(
  table: Table,
  index: number,
  [from, to]: readonly [number, number],
  [start, end]: readonly [number, number],
): Pick<CurvePiece, "cap"> {
  const edge = table.edition.breaks[index]?.upper;
  const next = table.edition.lowerNextBreak && edge ? boundedAmount(table, index + 1, edge) : undefined;
  const amount = next?.approximately();
  if (amount === undefined || amount >= end) return {};
  const meets = end === start ? from : from + ((amount - start) / (end - start)) * (to - from);
  return { cap: { from: Math.max(from, meets), amount } };
}

/** A curve's lines as points to draw: what is charged, and what the lower next break takes away of it. */
export interface CurveLines {
  readonly charged: readonly (readonly [x: number, y: number])[][];
  readonly spared: readonly (readonly [x: number, y: number])[][];
}

const SAMPLES = 24;

/** The lines of a curve, as amounts or as amounts per unit of the measure; the latter bend, and are sampled. */
export function curveLines(pieces: readonly CurvePiece[], kind: "amount" | "perUnit"): CurveLines {
  const line = (a: readonly [number, number], b: readonly [number, number]): [number, number][] => {
    if (kind === "amount") return [[...a], [...b]];
    return Array.from({ length: SAMPLES + 1 }, (_, i): [number, number] => {
      const x = a[0] + ((b[0] - a[0]) * i) / SAMPLES;
      const y = a[1] + ((b[1] - a[1]) * i) / SAMPLES;
      return [x, x > 0 ? y / x : Number.NaN];
    }).filter(([, y]) => Number.isFinite(y));
  };
  const charged = pieces.map(({ from, to, start, end, cap }) => {
    if (!cap) return line([from, start], [to, end]);
    return [
      ...line([from, start], [cap.from, cap.amount]),
      ...line([cap.from, cap.amount], [to, cap.amount]),
    ];
  });
  const spared = pieces.flatMap(({ to, end, cap }) => (cap ? [line([cap.from, cap.amount], [to, end])] : []));
  return { charged, spared };
}
