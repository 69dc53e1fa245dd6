import { Decimal, quotient } from "../money/decimal";
import type { CompiledBreak } from "./compiled-tariff";
import type { Table } from "./table";

/**
 * What a break gives for a value, by its rate alone; `undefined` where the cell, or one it builds on, is empty. Not
 * rounded, in the tariff's currency.
 *
 * - `flat`: the cell
 * - `perUnit`: the cell × value ÷ `per`
 * - `basePlus`: what the break before gives at the edge between the two (0 below the first), plus the cell for each
 *   started `per` above that edge
 */
export function breakAmount(table: Table, index: number, value: Decimal): Decimal | undefined {
  const entry = table.edition.breaks[index];
  const cell = table.cells[index];
  if (!entry || !cell) return undefined;
  if (entry.rate === "flat") return cell;
  if (entry.rate === "perUnit") return quotient(cell.times(value), entry.per);
  return baseAmount(table, index, entry)?.plus(cell.times(startedUnits(entry, value)));
}

/** What a break gives with the row's minimum and maximum. */
export function boundedAmount(table: Table, index: number, value: Decimal): Decimal | undefined {
  const amount = breakAmount(table, index, value);
  const { minimum, maximum } = table.row;
  if (amount && minimum && amount.lessThan(minimum)) return minimum;
  return amount && maximum && amount.moreThan(maximum) ? maximum : amount;
}

/** What the break before gives at the edge between the two; 0 below the first break. */
export function baseAmount(table: Table, index: number, entry: CompiledBreak): Decimal | undefined {
  return index === 0 || !entry.lower ? Decimal.zero : breakAmount(table, index - 1, entry.lower);
}

/** Units of `per` above the break's lower edge, each started one counted whole. */
export function startedUnits(entry: CompiledBreak, value: Decimal): Decimal {
  return value
    .settled()
    .minus(entry.lower ?? Decimal.zero)
    .dividedBy(entry.per, 0, "ceiling");
}
