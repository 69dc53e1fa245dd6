import { Decimal } from "../money/decimal";
import type { Amount } from "../setup/amount";
import { isMissing, type Missing } from "./measured";

/** What an amount is worked out of; all money in the currency of the result. */
export interface AmountBasis {
  readonly shipments: number;
  readonly parcels: number;
  readonly pieces: Decimal;
  /** `undefined` when a weight is missing. */
  readonly kilograms: Decimal | undefined;
  readonly freight: Decimal;
  readonly subtotal: Decimal;
  readonly cost: Decimal;
  goodsValue(): Decimal | Missing;
  /** Brings money as the setup has it into the currency of the result. */
  own(typed: Decimal): Decimal | Missing;
  /** The carrier's fuel percentage on the day; `undefined` when its index has none. */
  readonly fuelPercent: Decimal | undefined;
}

/** An amount, read once. */
export interface CompiledAmount {
  readonly amount: Amount;
  readonly value: (basis: AmountBasis) => Decimal | Missing;
}

export function compileAmount(amount: Amount): CompiledAmount {
  return { amount, value: valueOf(amount) };
}

function valueOf(amount: Amount): CompiledAmount["value"] {
  if ("fixed" in amount) {
    const fixed = Decimal.of(amount.fixed);
    return (basis) => basis.own(fixed);
  }
  if ("per" in amount) return counted(amount.per, Decimal.of(amount.amount));
  if ("percentFromFuelIndex" in amount)
    return ({ freight, fuelPercent }) => (fuelPercent ? freight.times(fuelPercent).percent() : Decimal.zero);
  const percent = Decimal.of(amount.percent);
  if (amount.of === "goodsValue")
    return (basis) => {
      const value = basis.goodsValue();
      return isMissing(value) ? value : value.times(percent).percent();
    };
  const { of } = amount;
  return (basis) => basis[of].times(percent).percent();
}

function counted(per: "parcel" | "piece" | "kg" | "shipment", each: Decimal): CompiledAmount["value"] {
  return (basis) => {
    const count = countOf(per, basis);
    if (!count) return "weight-missing";
    const one = basis.own(each);
    return isMissing(one) ? one : one.times(count);
  };
}

/** How many of what an amount is for; `undefined` when a weight is missing. */
export function countOf(
  per: "parcel" | "piece" | "kg" | "shipment",
  basis: AmountBasis,
): Decimal | undefined {
  switch (per) {
    case "parcel":
      return Decimal.whole(basis.parcels);
    case "shipment":
      return Decimal.whole(basis.shipments);
    case "piece":
      return basis.pieces;
    case "kg":
      return basis.kilograms;
  }
}
