import { Decimal } from "../money/decimal";
import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import type { Edition, Tariff } from "../setup/tariff";
import { cellMoney } from "../tariffs/tariff-words";
import { finding, type Finding } from "./finding";

/** So many times the cells around it a rate is more likely a slip (a missing decimal sign) than a price. */
const TIMES = Decimal.whole(10);
/** From so many other zones on a column says what is usual in it. */
const COLUMN = 3;

type Cell = string | null | undefined;

/**
 * Flat rates that are more than ten times those beside them: both neighbours in the row, or, at the row's ends, the one
 * neighbour and the middle one of the other zones' rates. One finding a row, at its first such cell.
 */
export function outlyingRates(setup: Setup): Finding[] {
  return setup.tariffs.flatMap((tariff) =>
    tariff.editions.flatMap((edition) =>
      edition.bands
        ? edition.bands.edges.flatMap((_, page) => pageFindings(tariff, edition, page))
        : pageFindings(tariff, edition, undefined),
    ),
  );
}

function pageFindings(tariff: Tariff, edition: Edition, page: number | undefined): Finding[] {
  const rows = edition.rows.map(({ rates }): readonly Cell[] => {
    const list = page === undefined ? rates : rates[page];
    return Array.isArray(list) ? list.map((cell) => (Array.isArray(cell) ? null : cell)) : [];
  });
  const columns = edition.breaks.map((_, column) => usual(rows, column));
  return rows.flatMap((row, index): Finding[] => {
    const at = row.findIndex((_, column) => standsOut(edition, row, column, columns[column]));
    const rate = row[at];
    const beside = row[at - 1] ?? row[at + 1];
    const near = typeof beside === "string" ? Decimal.of(beside) : columns[at];
    if (at < 0 || typeof rate !== "string" || !near) return [];
    const data = {
      tariff: tariff.code,
      zone: edition.rows[index]?.zone ?? "",
      rate: cellMoney(tariff, Decimal.of(rate)),
      near: cellMoney(tariff, near),
    };
    const path = joinPath("tariffs", tariff.code, "editions", edition.label, "rows", index, "rates");
    return [
      finding(
        "rate-stands-out",
        "warning",
        data,
        page === undefined ? `${path}/${at}` : `${path}/${page}/${at}`,
      ),
    ];
  });
}

function standsOut(edition: Edition, row: readonly Cell[], at: number, column: Decimal | undefined): boolean {
  const own = flat(edition, row, at);
  if (!own) return false;
  const [left, right] = [flat(edition, row, at - 1), flat(edition, row, at + 1)];
  const isFar = (other: Decimal | undefined) => other !== undefined && own.moreThan(other.times(TIMES));
  if (left && right) return isFar(left) && isFar(right);
  return isFar(column) && ((left ?? right) ? isFar(left ?? right) : true);
}

function flat(edition: Edition, row: readonly Cell[], at: number): Decimal | undefined {
  const cell = row[at];
  return edition.breaks[at]?.rate === "flat" && typeof cell === "string" ? Decimal.of(cell) : undefined;
}

/** The middle one of a column's rates above nothing; `undefined` where too few zones have one. */
function usual(rows: readonly (readonly Cell[])[], column: number): Decimal | undefined {
  const rates = rows
    .flatMap((row) => (typeof row[column] === "string" ? [Decimal.of(row[column])] : []))
    .filter((rate) => rate.sign > 0)
    .sort((a, b) => a.compare(b));
  return rates.length > COLUMN ? rates[rates.length >> 1] : undefined;
}
