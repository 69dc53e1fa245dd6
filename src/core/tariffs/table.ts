import type { Decimal } from "../money/decimal";
import { joinPath } from "../setup/path";
import type { CompiledEdition, CompiledRow, CompiledTariff } from "./compiled-tariff";

/** One line of a tariff's table: a zone's cells on the page of the band. */
export interface Table {
  readonly tariff: CompiledTariff;
  readonly edition: CompiledEdition;
  readonly zone: string;
  readonly row: CompiledRow;
  /** The place of the band; 0 where there are none. */
  readonly page: number;
  /** The cells by break. */
  readonly cells: readonly (Decimal | undefined)[];
}

/** The path of a zone's row: by its zone, so that it stays true when rows move. */
export function rowPath({ edition, zone }: Table): string {
  return `${edition.path}/${joinPath("zones", zone)}`;
}

/** The path of a cell, by its zone, its band where there are some, and its break's edge: `…/zones/4/breaks/10`. */
export function cellPath(table: Table, index: number): string {
  const { bands, breaks } = table.edition;
  const band = bands ? `/${joinPath("bands", bands.breaks[table.page]?.key ?? "")}` : "";
  return `${rowPath(table)}${band}/${joinPath("breaks", breaks[index]?.key ?? "")}`;
}

/** A zone's cells on one page; the first page of a tariff without bands. */
export function tableOf(
  tariff: CompiledTariff,
  edition: CompiledEdition,
  zone: string,
  row: CompiledRow,
  page: number,
): Table {
  return { tariff, edition, zone, row, page, cells: row.pages[page] ?? [] };
}
