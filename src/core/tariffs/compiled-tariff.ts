import { Decimal } from "../money/decimal";
import { joinPath } from "../setup/path";
import type { Edition, Tariff, TariffMeasure } from "../setup/tariff";
import { basePer, type VolumeUnit, type WeightUnit } from "../units/unit";
import type { CompiledChart } from "../zones/compiled-chart";

/** A break with its edges in base units (kg, cm³, pieces, or money of the tariff). `undefined` is an open end. */
export interface CompiledBreak {
  readonly lower: Decimal | undefined;
  readonly upper: Decimal | undefined;
  readonly rate: "flat" | "perUnit" | "basePlus";
  /** In base units; 1 for flat breaks. */
  readonly per: Decimal;
}

export interface CompiledRow {
  readonly index: number;
  readonly rates: readonly (Decimal | undefined)[];
  readonly minimum: Decimal | undefined;
  readonly maximum: Decimal | undefined;
}

export interface CompiledEdition {
  readonly label: string;
  readonly from: string;
  readonly to: string | undefined;
  readonly breaks: readonly CompiledBreak[];
  readonly rows: ReadonlyMap<string, CompiledRow>;
  readonly lowerNextBreak: boolean;
  readonly path: string;
}

export interface CompiledTariff {
  readonly code: string;
  readonly name: string;
  readonly currency: string;
  readonly measure: TariffMeasure;
  /** The unit shown in the working: the tariff's own, pieces, parcels or its currency. */
  readonly unit: string;
  /** Base units in one of `unit`: 0.001 for grams. */
  readonly basePerUnit: Decimal;
  readonly boundary: "upTo" | "from";
  readonly chart: CompiledChart;
  readonly editions: readonly CompiledEdition[];
  readonly path: string;
}

/** Builds the look-up structure of a tariff that passed the schema. */
export function compileTariff(tariff: Tariff, chart: CompiledChart): CompiledTariff {
  const basePerUnit =
    tariff.unit === undefined ? Decimal.one : basePer(tariff.unit as WeightUnit | VolumeUnit);
  const path = joinPath("tariffs", tariff.code);
  return {
    code: tariff.code,
    name: tariff.name,
    currency: tariff.currency,
    measure: tariff.measure,
    unit: tariff.unit ?? countedIn(tariff),
    basePerUnit,
    boundary: tariff.boundary,
    chart,
    editions: tariff.editions.map((edition) =>
      compileEdition(edition, tariff.boundary, basePerUnit, `${path}/${joinPath("editions", edition.label)}`),
    ),
    path,
  };
}

function countedIn(tariff: Tariff): string {
  if (tariff.measure === "quantity") return "pieces";
  if (tariff.measure === "parcels") return "parcels";
  return tariff.currency;
}

function compileEdition(
  edition: Edition,
  boundary: "upTo" | "from",
  basePerUnit: Decimal,
  path: string,
): CompiledEdition {
  const edges = edition.breaks.map((entry) =>
    entry.edge === null ? undefined : Decimal.of(entry.edge).times(basePerUnit),
  );
  const breaks = edition.breaks.map(
    (entry, i): CompiledBreak => ({
      lower: boundary === "from" ? edges[i] : edges[i - 1],
      upper: boundary === "from" ? edges[i + 1] : edges[i],
      rate: entry.rate,
      per: entry.per === undefined ? Decimal.one : Decimal.of(entry.per).times(basePerUnit),
    }),
  );
  const rows = new Map<string, CompiledRow>();
  edition.rows.forEach((row, index) => {
    const rates = row.rates.map((cell) => (typeof cell === "string" ? Decimal.of(cell) : undefined));
    const bound = (text: string | undefined) => (text === undefined ? undefined : Decimal.of(text));
    rows.set(row.zone, { index, rates, minimum: bound(row.minimum), maximum: bound(row.maximum) });
  });
  return {
    label: edition.label,
    from: edition.from,
    to: edition.to,
    breaks,
    rows,
    lowerNextBreak: edition.lowerNextBreak === true,
    path,
  };
}

/** The edition in force on a date (`from` ≤ date ≤ `to`); of several the one that began last, of equal ones the first. */
export function editionOn(tariff: CompiledTariff, date: string): CompiledEdition | undefined {
  let found: CompiledEdition | undefined;
  for (const edition of tariff.editions) {
    const holds = edition.from <= date && (edition.to === undefined || date <= edition.to);
    if (holds && (!found || found.from < edition.from)) found = edition;
  }
  return found;
}
