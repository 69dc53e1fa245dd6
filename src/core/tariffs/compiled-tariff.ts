import { Decimal } from "../money/decimal";
import { basePerUnit, dimensionOf, unitOf } from "../rules/measured";
import { joinPath } from "../setup/path";
import type { Edition, Tariff, TariffMeasure } from "../setup/tariff";
import type { CompiledChart } from "../zones/compiled-chart";
import { inForce } from "./in-force";

/** A break with its edges in base units (kg, cm³, pieces, or money of the tariff). `undefined` is an open end. */
export interface CompiledBreak {
  readonly lower: Decimal | undefined;
  readonly upper: Decimal | undefined;
  readonly rate: "flat" | "perUnit" | "basePlus";
  /** In base units; 1 for flat breaks. */
  readonly per: Decimal;
  /** What names it in a path: its edge as it was typed, `open` for one without. */
  readonly key: string;
}

/** What a table's edges count: a measure in a unit, with the side of each edge. */
export interface CompiledAxis {
  readonly measure: TariffMeasure;
  /** The unit shown in the working: its own, pieces, parcels or a currency. */
  readonly unit: string;
  /** Base units in one of `unit`: 0.001 for grams. */
  readonly basePerUnit: Decimal;
  /** Of money measures. */
  readonly currency: string;
  readonly boundary: "upTo" | "from";
}

/** The pages of a table: the second measure and where each page begins and ends. */
export interface CompiledBands extends CompiledAxis {
  readonly breaks: readonly CompiledBreak[];
}

export interface CompiledRow {
  readonly index: number;
  /** By band, then by break; one page where there are no bands. `undefined`: no rate there. */
  readonly pages: readonly (readonly (Decimal | undefined)[])[];
  readonly minimum: Decimal | undefined;
  readonly maximum: Decimal | undefined;
}

export interface CompiledEdition {
  readonly label: string;
  readonly from: string;
  readonly to: string | undefined;
  readonly breaks: readonly CompiledBreak[];
  readonly bands: CompiledBands | undefined;
  readonly rows: ReadonlyMap<string, CompiledRow>;
  readonly lowerNextBreak: boolean;
  readonly path: string;
}

export interface CompiledTariff extends CompiledAxis {
  readonly code: string;
  readonly name: string;
  readonly chart: CompiledChart;
  readonly editions: readonly CompiledEdition[];
  readonly path: string;
}

/** Builds the look-up structure of a tariff that passed the schema. */
export function compileTariff(tariff: Tariff, chart: CompiledChart): CompiledTariff {
  const path = joinPath("tariffs", tariff.code);
  const axis = axisOf(tariff.measure, tariff.unit, tariff.currency, tariff.boundary);
  return {
    ...axis,
    code: tariff.code,
    name: tariff.name,
    chart,
    editions: tariff.editions.map((edition) =>
      compileEdition(edition, axis, `${path}/${joinPath("editions", edition.label)}`),
    ),
    path,
  };
}

function axisOf(
  measure: TariffMeasure,
  unit: string | undefined,
  currency: string,
  boundary: "upTo" | "from",
): CompiledAxis {
  const counted = measure === "parcels" ? "parcels" : "pieces";
  const plain = dimensionOf(measure) === "money" ? currency : counted;
  return {
    measure,
    unit: unitOf(measure, unit) ?? plain,
    basePerUnit: basePerUnit(measure, unit),
    currency,
    boundary,
  };
}

const OPEN = "open";

function compileEdition(edition: Edition, axis: CompiledAxis, path: string): CompiledEdition {
  const edges = edition.breaks.map((entry) => inBase(entry.edge, axis));
  const breaks = edition.breaks.map(
    (entry, i): CompiledBreak => ({
      ...ends(edges, i, axis.boundary === "from"),
      rate: entry.rate,
      key: entry.edge ?? OPEN,
      per: entry.per === undefined ? Decimal.one : Decimal.of(entry.per).times(axis.basePerUnit),
    }),
  );
  const rows = new Map<string, CompiledRow>();
  edition.rows.forEach((row, index) => {
    const bound = (text: string | undefined) => (text === undefined ? undefined : Decimal.of(text));
    rows.set(row.zone, {
      index,
      pages: pagesOf(row.rates),
      minimum: bound(row.minimum),
      maximum: bound(row.maximum),
    });
  });
  return {
    label: edition.label,
    from: edition.from,
    to: edition.to,
    breaks,
    bands: edition.bands && compileBands(edition.bands, axis),
    rows,
    lowerNextBreak: edition.lowerNextBreak === true,
    path,
  };
}

function inBase(edge: string | null, axis: CompiledAxis): Decimal | undefined {
  return edge === null ? undefined : Decimal.of(edge).times(axis.basePerUnit);
}

/** An edge is a break's upper end, or its lower one. */
function ends(edges: readonly (Decimal | undefined)[], i: number, areLower: boolean) {
  return areLower ? { lower: edges[i], upper: edges[i + 1] } : { lower: edges[i - 1], upper: edges[i] };
}

function pagesOf(rates: Edition["rows"][number]["rates"]): (Decimal | undefined)[][] {
  const cells = (page: readonly unknown[]) =>
    page.map((cell) => (typeof cell === "string" ? Decimal.of(cell) : undefined));
  const pages = rates.filter((page) => Array.isArray(page));
  return pages.length > 0 ? pages.map(cells) : [cells(rates)];
}

/**
 * Bands share the tariff's boundary. In a `from` tariff their edges are lower ends like the breaks', unless the last is
 * open: then they are upper ends that do not belong to their band.
 */
function compileBands(bands: NonNullable<Edition["bands"]>, of: CompiledAxis): CompiledBands {
  const unit = bands.unit ?? (dimensionOf(bands.measure) === dimensionOf(of.measure) ? of.unit : undefined);
  const money = dimensionOf(bands.measure) === "money";
  const axis = axisOf(bands.measure, money ? undefined : unit, bands.currency ?? of.currency, of.boundary);
  const edges = bands.edges.map((edge) => inBase(edge, axis));
  const areLower = of.boundary === "from" && edges[edges.length - 1] !== undefined;
  return {
    ...axis,
    breaks: edges.map((_, i) => ({
      ...ends(edges, i, areLower),
      rate: "flat" as const,
      key: bands.edges[i] ?? OPEN,
      per: Decimal.one,
    })),
  };
}

/** The edition in force on a date; see `inForce`. */
export function editionOn(tariff: CompiledTariff, date: string): CompiledEdition | undefined {
  return inForce(tariff.editions, date);
}
