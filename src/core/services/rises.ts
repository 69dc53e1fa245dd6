import type { Condition } from "../setup/condition";
import { Decimal } from "../money/decimal";
import type { CompiledEdition, CompiledTariff } from "../tariffs/compiled-tariff";
import { boundedAmount } from "../tariffs/break-rate";
import { tableOf, type Table } from "../tariffs/table";
import type { CompiledRate } from "./compiled-rate";
import type { CompiledSurcharge } from "./surcharges";

/**
 * Whether a service never costs less for more goods, so that what a part of a shipment costs is the least the whole can
 * cost. Said only where it is sure: live rates, tables with bands, falling tables and surcharges that can fall away are
 * not.
 */
export function risesWithGoods(rate: CompiledRate, surcharges: readonly CompiledSurcharge[]): boolean {
  return rateRises(rate) && surcharges.every(surchargeRises);
}

function rateRises(rate: CompiledRate): boolean {
  if (rate.kind === "none") return true;
  return (
    rate.kind === "tariff" && rate.tariff.editions.every((edition) => editionRises(rate.tariff, edition))
  );
}

function editionRises(tariff: CompiledTariff, edition: CompiledEdition): boolean {
  if (edition.bands) return false;
  for (const [zone, row] of edition.rows)
    if (!tableRises(tableOf(tariff, edition, zone, row, 0))) return false;
  return true;
}

export function tableRises(table: Table): boolean {
  return stepsDown(table) === undefined;
}

/** An edge beyond which a table gives less than at it. */
export interface StepDown {
  /** The break that begins there. */
  readonly break: number;
  readonly edge: Decimal;
  readonly before: Decimal;
  readonly after: Decimal;
}

/**
 * The first step down. Cells are 0 or more, so each break rises in itself: only the steps between breaks can fall. Breaks
 * without a rate are stepped over: 10.00, nothing, 3.00 falls.
 */
export function stepsDown(table: Table): StepDown | undefined {
  const { breaks } = table.edition;
  let before: Decimal | undefined;
  for (let i = 0; i + 1 < breaks.length; i++) {
    const edge = breaks[i]?.upper;
    if (!edge) continue;
    before = lower(table, i, edge) ?? before;
    const after = lower(table, i + 1, edge);
    if (before && after?.lessThan(before)) return { break: i + 1, edge, before, after };
  }
  return undefined;
}

/** What the table gives at a value of the break, the next break's start counted where the edition says so. */
function lower(table: Table, index: number, value: Decimal): Decimal | undefined {
  const own = boundedAmount(table, index, value);
  const edge = table.edition.breaks[index]?.upper;
  const next = table.edition.lowerNextBreak && edge ? boundedAmount(table, index + 1, edge) : undefined;
  return own && next?.lessThan(own) ? next : own;
}

function surchargeRises({ amount: { amount }, when }: CompiledSurcharge): boolean {
  const figure =
    "fixed" in amount
      ? amount.fixed
      : "amount" in amount
        ? amount.amount
        : "percent" in amount
          ? amount.percent
          : "0";
  return Decimal.of(figure).sign >= 0 && when.every(({ condition }) => staysTrue(condition));
}

/** Whether a condition that holds for some goods holds for more of them too. */
function staysTrue(condition: Condition): boolean {
  if ("not" in condition) return isOfOrder(condition.not);
  if ("measure" in condition) return "op" in condition && (condition.op === ">" || condition.op === ">=");
  if ("goodsClass" in condition) return condition.in !== "only";
  return true;
}

/** Whether a condition asks about the order alone, never about what is shipped. */
function isOfOrder(condition: Condition): boolean {
  if ("not" in condition) return isOfOrder(condition.not);
  return !("measure" in condition) && !("goodsClass" in condition);
}
