import { Decimal } from "../money/decimal";
import { plainDecimal } from "../money/decimal-text";
import type { Edition, TariffBreak, TariffRow } from "../setup/tariff";
import { placeKey, type RateKind, type RateRecord, type RowFault, type RowFaultCode } from "./rate-record";
import { byFigure, closeSeams, seamsOf, spansOf, type Seam, type SeamChoices, type Span } from "./seam";

/** The part of an edition a file can say; `bandEdges` where its rows name bands. */
export interface RateTable {
  readonly breaks: readonly TariffBreak[];
  readonly rows: readonly TariffRow[];
  readonly bandEdges: readonly (string | null)[] | undefined;
}

export interface BuildOptions {
  /** Which side of an edge a value falls on. */
  readonly boundary: "upTo" | "from";
  readonly choices: SeamChoices;
  /** What the file's edges are multiplied by to be in the tariff's unit; `undefined` leaves them as written. */
  readonly factor?: string;
}

export interface Built {
  readonly table: RateTable;
  readonly seams: readonly Seam[];
  readonly faults: readonly RowFault[];
  /** The zones' names and where in the table each record's cells are, for the verdict of its row. */
  readonly cells: readonly BuiltCells[];
}

/** A record and the cells it fills: the row, the page (0 without bands) and the breaks from `first` to `last`, both in. */
export interface BuiltCells {
  readonly record: RateRecord;
  readonly row: number;
  readonly page: number;
  readonly first: number;
  readonly last: number;
}

const MOST_BREAKS = 1000;

/**
 * A table out of a file's records. Edges are all ends of all intervals: a rate whose interval spans several breaks stands
 * in each of them. Places become rows in the order they come. A record that contradicts an earlier one is a fault and
 * fills nothing; the table is built of the others.
 */
export function buildTable(records: readonly RateRecord[], options: BuildOptions): Built {
  const groups = spansOf(records);
  const seams = seamsOf(groups, options.boundary);
  const spans = closeSeams(groups, options.boundary, options.choices).flat();
  spans.sort((a, b) => a.record.line - b.record.line);
  const edges = edgesOf(spans, options.boundary);
  const bands = bandsOf(records);
  if (edges.length > MOST_BREAKS || (bands?.length ?? 0) > 100) return tooMany(records[0]?.line ?? 1, seams);
  return new TableBuilder(edges, bands, options).build(spans, seams);
}

function tooMany(line: number, seams: readonly Seam[]): Built {
  return {
    table: { breaks: [], rows: [], bandEdges: undefined },
    seams,
    faults: [{ line, code: "too-many-breaks", data: {} }],
    cells: [],
  };
}

/** In an `upTo` table the upper ends, in a `from` table the lower ones; where the other side ends alone, a break without rates. */
function edgesOf(spans: readonly Span[], boundary: "upTo" | "from"): (string | null)[] {
  const edges = new Set<string | null>();
  for (const { from, to } of spans) {
    if (boundary === "upTo") {
      edges.add(to);
      if (from !== "0") edges.add(from);
    } else {
      edges.add(from);
      if (to !== null) edges.add(to);
    }
  }
  return [...edges].sort(byFigure);
}

function bandsOf(records: readonly RateRecord[]): (string | null)[] | undefined {
  const bands = new Set<string | null>();
  for (const { band } of records)
    if (band !== undefined) bands.add(band === null ? null : plainDecimal(band));
  return bands.size === 0 ? undefined : [...bands].sort(byFigure);
}

interface RowDraft {
  readonly zone: string;
  readonly pages: (string | null)[][];
  /** The line each cell was filled by. */
  readonly lines: (number | undefined)[][];
  minimum?: string;
  maximum?: string;
  readonly boundLines: { minimum?: number; maximum?: number };
}

class TableBuilder {
  readonly #rows = new Map<string, RowDraft & { readonly index: number }>();
  readonly #kinds: (RateKind | undefined)[] = [];
  readonly #faults: RowFault[] = [];
  readonly #at: ReadonlyMap<string | null, number>;

  constructor(
    private readonly edges: readonly (string | null)[],
    private readonly bands: readonly (string | null)[] | undefined,
    private readonly options: BuildOptions,
  ) {
    this.#at = new Map(edges.map((edge, i) => [edge, i]));
  }

  build(spans: readonly Span[], seams: readonly Seam[]): Built {
    const cells = spans.flatMap((span) => this.#fill(span) ?? []);
    const rows = [...this.#rows.values()].map(
      ({ zone, pages, minimum, maximum }): TariffRow => ({
        zone,
        rates: this.bands ? pages : (pages[0] ?? []),
        ...(minimum === undefined ? {} : { minimum }),
        ...(maximum === undefined ? {} : { maximum }),
      }),
    );
    const breaks = this.edges.map(
      (edge, i): TariffBreak => ({
        edge: this.#scaled(edge),
        ...(this.#kinds[i] ?? { rate: "flat" }),
      }),
    );
    return { table: { breaks, rows, bandEdges: this.bands }, seams, faults: this.#faults, cells };
  }

  #scaled(edge: string | null): string | null {
    const { factor } = this.options;
    return edge === null || factor === undefined
      ? edge
      : plainDecimal(Decimal.of(edge).times(Decimal.of(factor)).toString());
  }

  /** The breaks an interval covers. */
  #range({ from, to }: Span): readonly [number, number] {
    const index = (edge: string | null) => this.#at.get(edge) ?? -1;
    if (this.options.boundary === "from")
      return [index(from), to === null ? this.edges.length - 1 : index(to) - 1];
    const start = from !== "0" ? index(from) + 1 : this.edges[0] === "0" && to !== "0" ? 1 : 0;
    return [start, index(to)];
  }

  #fill(span: Span): BuiltCells | undefined {
    const { record } = span;
    const [first, last] = this.#range(span);
    // closing an overlap can leave nothing of an interval that lies inside of another
    if (first < 0 || last < first)
      return this.#fault(record, "reversed", { from: span.from, to: span.to ?? "" });
    const row = this.#row(record);
    const page = this.bands ? this.bands.indexOf(bandEdge(record)) : 0;
    const [rates, lines] = [row.pages[page], row.lines[page]];
    if (!rates || !lines) return this.#fault(record, "no-edge", { text: "" });
    if (!this.#bounded(row, record)) return undefined;
    const indexes = Array.from({ length: last - first + 1 }, (_, i) => first + i);
    for (const i of indexes) {
      const known = lines[i];
      if (known !== undefined && !sameFigure(rates[i], record.price))
        return this.#fault(record, "twice", { line: String(known), zone: row.zone });
      const kind = this.#kinds[i];
      if (kind && record.price !== null && !sameKind(kind, record.kind))
        return this.#fault(record, "mixed-kinds", { kind: kindText(record.kind), other: kindText(kind) });
    }
    for (const i of indexes) {
      if (lines[i] !== undefined) continue;
      rates[i] = record.price;
      lines[i] = record.line;
      if (record.price !== null || this.#kinds[i] === undefined) this.#kinds[i] = record.kind;
    }
    return { record, row: row.index, page, first, last };
  }

  #row(record: RateRecord): RowDraft & { readonly index: number } {
    const zone = placeKey(record.place);
    const known = this.#rows.get(zone);
    if (known) return known;
    const pages = () =>
      Array.from({ length: this.bands?.length ?? 1 }, () => new Array<null>(this.edges.length).fill(null));
    const row = {
      zone,
      index: this.#rows.size,
      pages: pages() as (string | null)[][],
      lines: pages().map((page) => page.map((): number | undefined => undefined)),
      boundLines: {},
    };
    this.#rows.set(zone, row);
    return row;
  }

  /** A zone has one minimum and one maximum, whichever of its rows states it. */
  #bounded(row: RowDraft, record: RateRecord): boolean {
    for (const bound of ["minimum", "maximum"] as const) {
      const said = record[bound];
      if (said === undefined) continue;
      const known = row[bound];
      if (known !== undefined && known !== said) {
        this.#fault(record, "other-bound", { bound, line: String(row.boundLines[bound] ?? "") });
        return false;
      }
      row[bound] = said;
      row.boundLines[bound] ??= record.line;
    }
    return true;
  }

  #fault({ line }: RateRecord, code: RowFaultCode, data: RowFault["data"]): undefined {
    this.#faults.push({ line, code, data });
  }
}

function bandEdge({ band }: RateRecord): string | null {
  return typeof band === "string" ? plainDecimal(band) : null;
}

function sameFigure(a: string | null | undefined, b: string | null): boolean {
  return a === b || (typeof a === "string" && b !== null && plainDecimal(a) === plainDecimal(b));
}

function sameKind(a: RateKind, b: RateKind): boolean {
  return a.rate === b.rate && plainDecimal(a.per ?? "1") === plainDecimal(b.per ?? "1");
}

function kindText({ rate, per }: RateKind): string {
  return rate === "flat" ? "flat" : `${rate === "perUnit" ? "per" : "base per"} ${per ?? "1"}`;
}

/**
 * An edition with a table in place of its own; its label, its days, what its bands measure and its lower next break stay,
 * and edges that are the same figures keep their spelling. `measured` is what bands count that the edition has none of yet.
 */
export function withTable(
  edition: Edition,
  table: RateTable,
  measured: Omit<NonNullable<Edition["bands"]>, "edges"> = { measure: "actualWeight", unit: "kg" },
): Edition {
  const { bands, ...rest } = edition;
  const { rows } = table;
  const spelled = (edges: readonly (string | null)[]) => {
    const known = new Map(edges.map((edge) => [edge === null ? null : plainDecimal(edge), edge]));
    return (edge: string | null) => known.get(edge) ?? edge;
  };
  const breakSpelling = spelled(edition.breaks.map(({ edge }) => edge));
  const bandSpelling = spelled(bands?.edges ?? []);
  const breaks = table.breaks.map((entry) => ({ ...entry, edge: breakSpelling(entry.edge) }));
  const bandEdges = table.bandEdges?.map(bandSpelling);
  const kept = bands ?? (bandEdges ? measured : undefined);
  return {
    ...rest,
    breaks,
    rows: [...rows],
    ...(kept && bandEdges ? { bands: { ...kept, edges: bandEdges } } : {}),
  };
}
