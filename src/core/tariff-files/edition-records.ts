import type { Edition, Tariff, TariffBreak } from "../setup/tariff";
import type { FilePlan } from "./file-plan";

/** How a table is given out: a row a rate, or zones down and breaks across. */
export type TableShape = "list" | "matrix";

const OPEN = "above";

/** A table of texts, with the plan that reads it back. */
export interface WrittenTable {
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly plan: FilePlan;
}

/**
 * An edition as a table of texts, every cell of it; read with its plan it gives the same breaks and rows. An empty price
 * is "no rate", "above" the open end.
 */
export function writeEdition(
  tariff: Pick<Tariff, "code" | "boundary">,
  edition: Edition,
  shape: TableShape,
): WrittenTable {
  return shape === "list" ? asList(tariff, edition) : asMatrix(tariff, edition);
}

/** A break as a column's head: its edge, and what a unit's rate counts: "2", "30 per 1", "30 base per 0.5". */
function breakHead({ edge, rate, per }: TariffBreak): string {
  const words = { flat: "", perUnit: ` per ${per ?? ""}`, basePlus: ` base per ${per ?? ""}` }[rate];
  return `${edge ?? OPEN}${words}`;
}

type Rates = readonly (string | null)[];

/** The pages of a row: one without bands, else one a band with its edge. */
function pagesOf(
  edition: Edition,
  row: Edition["rows"][number],
): { band: string | undefined; rates: Rates }[] {
  if (!edition.bands) return [{ band: undefined, rates: row.rates as Rates }];
  return edition.bands.edges.map((edge, at) => ({
    band: edge ?? OPEN,
    rates: (row.rates[at] ?? []) as Rates,
  }));
}

function asMatrix({ boundary }: Pick<Tariff, "boundary">, edition: Edition): WrittenTable {
  const lead = edition.bands ? 2 : 1;
  const { breaks } = edition;
  return {
    head: ["zone", ...(edition.bands ? ["band"] : []), ...breaks.map(breakHead), "minimum", "maximum"],
    rows: edition.rows.flatMap((row) =>
      pagesOf(edition, row).map(({ band, rates }) => [
        row.zone,
        ...(band === undefined ? [] : [band]),
        ...rates.map((rate) => rate ?? ""),
        row.minimum ?? "",
        row.maximum ?? "",
      ]),
    ),
    plan: {
      shape: "zonesDown",
      headLine: 1,
      columns: {
        zone: 0,
        ...(edition.bands ? { band: 1 } : {}),
        minimum: lead + breaks.length,
        maximum: lead + breaks.length + 1,
      },
      rates: breaks.map((_, i) => lead + i),
      decimal: ".",
      boundary,
    },
  };
}

function asList({ code, boundary }: Pick<Tariff, "code" | "boundary">, edition: Edition): WrittenTable {
  const { breaks } = edition;
  const ends = breaks.map(({ edge }, i) =>
    boundary === "upTo"
      ? [breaks[i - 1]?.edge ?? "0", edge ?? OPEN]
      : [edge ?? "0", breaks[i + 1]?.edge ?? OPEN],
  );
  return {
    head: ["tariff", "zone", "band", "from", "to", "rate", "per", "price", "minimum", "maximum"],
    rows: edition.rows.flatMap((row) =>
      pagesOf(edition, row).flatMap(({ band, rates }) =>
        breaks.map(({ rate, per }, i) => [
          code,
          row.zone,
          band ?? "",
          ...(ends[i] ?? []),
          rate,
          per ?? "",
          rates[i] ?? "",
          row.minimum ?? "",
          row.maximum ?? "",
        ]),
      ),
    ),
    plan: {
      shape: "list",
      headLine: 1,
      columns: {
        tariff: 0,
        zone: 1,
        band: 2,
        from: 3,
        to: 4,
        rate: 5,
        per: 6,
        price: 7,
        minimum: 8,
        maximum: 9,
      },
      rates: [],
      decimal: ".",
      boundary,
    },
  };
}
