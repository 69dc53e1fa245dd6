import { Decimal } from "../money/decimal";
import { plainDecimal } from "../money/decimal-text";
import type { Edition } from "../setup/tariff";

/** A cell of two editions: where zone and break are in both, and what became of its rate. */
export interface ComparedCell {
  readonly zone: string;
  /** The break's edge as text; "" for "and above". */
  readonly edge: string;
  /** Of editions with bands: the page's edge, "" for the open one. */
  readonly band?: string;
  readonly kind: "same" | "changed" | "added" | "gone";
  readonly before?: string;
  readonly after?: string;
  /** Of a changed rate: by how much of the old one, in percent with two digits; absent for an old rate of 0. */
  readonly percent?: string;
}

export interface Comparison {
  readonly cells: readonly ComparedCell[];
  readonly zonesAdded: readonly string[];
  readonly zonesGone: readonly string[];
  readonly edgesAdded: readonly string[];
  readonly edgesGone: readonly string[];
}

type Cells = ReadonlyMap<
  string,
  { readonly zone: string; readonly edge: string; readonly band?: string; readonly rate: string }
>;

/**
 * Two editions cell by cell. A cell is the same one when zone, break edge and band edge are equal as figures ("2" and
 * "2.0"); a cell without a rate counts as not there. The order is that of the second edition, then what is gone.
 */
export function compareEditions(before: Edition, after: Edition): Comparison {
  const [old, now] = [cellsOf(before), cellsOf(after)];
  const cells: ComparedCell[] = [];
  for (const [key, { rate, ...place }] of now) {
    const was = old.get(key)?.rate;
    if (was === undefined) cells.push({ ...place, kind: "added", after: rate });
    else if (Decimal.of(was).equals(Decimal.of(rate)))
      cells.push({ ...place, kind: "same", before: was, after: rate });
    else cells.push({ ...place, kind: "changed", before: was, after: rate, ...percentOf(was, rate) });
  }
  for (const [key, { rate, ...place }] of old)
    if (!now.has(key)) cells.push({ ...place, kind: "gone", before: rate });
  const zones = [before, after].map((edition) => edition.rows.map((row) => row.zone));
  const edges = [before, after].map((edition) => edition.breaks.map((entry) => edgeText(entry.edge)));
  return {
    cells,
    zonesAdded: without(zones[1], zones[0]),
    zonesGone: without(zones[0], zones[1]),
    edgesAdded: without(edges[1], edges[0]),
    edgesGone: without(edges[0], edges[1]),
  };
}

function without(list: readonly string[] = [], other: readonly string[] = []): string[] {
  const known = new Set(other);
  return list.filter((one) => !known.has(one));
}

/** An edge as one text however it was written. */
function edgeText(edge: string | null): string {
  return edge === null ? "" : plainDecimal(edge);
}

function cellsOf(edition: Edition): Cells {
  const cells = new Map<string, { zone: string; edge: string; band?: string; rate: string }>();
  const bands = edition.bands?.edges.map(edgeText);
  for (const { zone, rates } of edition.rows)
    rates.forEach((entry, at) => {
      const page = Array.isArray(entry) ? entry : [entry];
      page.forEach((rate, inner) => {
        if (rate === null) return;
        const edge = edgeText(edition.breaks[bands ? inner : at]?.edge ?? null);
        const band = bands?.[at];
        cells.set(JSON.stringify([zone, edge, band ?? null]), {
          zone,
          edge,
          ...(band === undefined ? {} : { band }),
          rate,
        });
      });
    });
  return cells;
}

function percentOf(before: string, after: string): { percent?: string } {
  const was = Decimal.of(before);
  if (was.sign === 0) return {};
  const part = Decimal.of(after).minus(was).times(Decimal.whole(100)).dividedBy(was, 2, "halfAwayFromZero");
  return { percent: part.toFixed(2) };
}
