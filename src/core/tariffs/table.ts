import type { Decimal } from "../money/decimal";
import type { CompiledEdition, CompiledRow, CompiledTariff } from "./compiled-tariff";

/** One line of a tariff's table: a zone's cells on the page of the band. */
export interface Table {
  readonly tariff: CompiledTariff;
  readonly edition: CompiledEdition;
  readonly zone: string;
  readonly row: CompiledRow;
  /** The cells by break. */
  readonly cells: readonly (Decimal | undefined)[];
  /** The path of the cells: `…/rows/3/rates`, or `…/rows/3/rates/1` on the second page of bands. */
  readonly path: string;
}

/** A zone's cells on one page; the first page of a tariff without bands. */
export function tableOf(
  tariff: CompiledTariff,
  edition: CompiledEdition,
  zone: string,
  row: CompiledRow,
  page: number,
): Table {
  const cells = `${edition.path}/rows/${row.index}/rates`;
  return {
    tariff,
    edition,
    zone,
    row,
    cells: row.pages[page] ?? [],
    path: edition.bands ? `${cells}/${page}` : cells,
  };
}
