import { Decimal } from "../money/decimal";
import type { Edition, Tariff } from "../setup/tariff";
import type { BreakText } from "../working/reason";
import { compareEditions, type ComparedCell } from "../tariffs/compare-editions";

/** A rate of a freight table that is another one, where it stands in words' terms. */
export interface CellLine {
  readonly kind: "cell";
  /** Its label. */
  readonly edition: string;
  readonly zone: string;
  /** Of tables with bands: the page's edge, "" for the open one. */
  readonly band?: string;
  /** The edges the break lies between. */
  readonly range: BreakText;
  readonly currency: string;
  readonly from?: string;
  readonly to?: string;
}

/** Many rates of an edition at once. Percentages with two digits, of rates that were there and are another. */
export interface CellsLine {
  readonly kind: "cells";
  readonly edition: string;
  readonly raised: number;
  readonly lowered: number;
  readonly added: number;
  readonly gone: number;
  readonly least?: string;
  readonly most?: string;
  /** The first of them. */
  readonly cells: readonly CellLine[];
}

/** Up to so many rates are told one by one. */
const FEW = 4;
/** Of more the first so many are shown when they are asked for. */
const MOST_SHOWN = 200;

/** What became of an edition's rates, folded where there are many. */
export function cellLines(tariff: Tariff, before: Edition, after: Edition): (CellLine | CellsLine)[] {
  const changed = compareEditions(before, after).cells.filter(({ kind }) => kind !== "same");
  const line = (cell: ComparedCell) => cellLine(tariff, cell.kind === "gone" ? before : after, cell);
  if (changed.length <= FEW) return changed.map(line);
  const percents = changed.flatMap(({ percent }) => (percent === undefined ? [] : [Decimal.of(percent)]));
  const least = percents.reduce<Decimal | undefined>((a, b) => (a && !b.lessThan(a) ? a : b), undefined);
  const most = percents.reduce<Decimal | undefined>((a, b) => (a && !b.moreThan(a) ? a : b), undefined);
  const of = (kind: ComparedCell["kind"]) => changed.filter((cell) => cell.kind === kind);
  const rises = ({ before: was = "0", after: now = "0" }: ComparedCell) =>
    Decimal.of(now).moreThan(Decimal.of(was));
  return [
    {
      kind: "cells",
      edition: after.label,
      raised: of("changed").filter(rises).length,
      lowered: of("changed").filter((cell) => !rises(cell)).length,
      added: of("added").length,
      gone: of("gone").length,
      ...(least && most ? { least: least.toFixed(2), most: most.toFixed(2) } : {}),
      cells: changed.slice(0, MOST_SHOWN).map(line),
    },
  ];
}

function cellLine(
  tariff: Tariff,
  edition: Edition,
  { zone, edge, band, before, after }: ComparedCell,
): CellLine {
  const edges = edition.breaks.map((one) => one.edge);
  const at = edges.findIndex((one) => (edge === "" ? one === null : one !== null && isSame(one, edge)));
  return {
    kind: "cell",
    edition: edition.label,
    zone,
    ...(band === undefined ? {} : { band }),
    range: rangeOf(tariff, edges[at - 1], edges[at], edges[at + 1]),
    currency: tariff.currency,
    ...(before === undefined ? {} : { from: before }),
    ...(after === undefined ? {} : { to: after }),
  };
}

type Edge = string | null | undefined;

function rangeOf({ boundary, unit = "" }: Tariff, former: Edge, own: Edge, next: Edge): BreakText {
  const [lower, upper] = boundary === "upTo" ? [former, own] : [own, next];
  return {
    unit,
    boundary,
    ...(lower === undefined || lower === null ? {} : { lower }),
    ...(upper === undefined || upper === null ? {} : { upper }),
  };
}

function isSame(edge: string, text: string): boolean {
  return Decimal.of(edge).equals(Decimal.of(text));
}
