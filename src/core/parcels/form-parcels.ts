import { Decimal, sum } from "../money/decimal";
import type { OrderLine } from "./order-line";

/** Equal parcels, counted together: a thousand pieces that ship alone are one group. */
export interface ParcelGroup {
  readonly count: number;
  /** kg of one parcel; `undefined` when a piece in it has no weight. */
  readonly weight: Decimal | undefined;
  /** cm³ of one parcel, of the pieces whose size is known. */
  readonly volume: Decimal;
  /** cm, the longest first; `undefined` when a piece in it has no size. */
  readonly sides: readonly [Decimal, Decimal, Decimal] | undefined;
}

/**
 * Forms the parcels of a shipment: each piece of an item marked *ships alone* is one, all the rest together is one more.
 * The joint parcel's longest and second side are the largest of its pieces'; the third is its volume ÷ (longest × second),
 * and not less than the largest third.
 */
export function formParcels(lines: readonly OrderLine[]): ParcelGroup[] {
  const alone = lines.filter((line) => line.item.shipsAlone);
  const rest = lines.filter((line) => !line.item.shipsAlone);
  const groups = alone.map((line) => ({
    count: line.quantity,
    weight: line.item.weight,
    volume: line.item.volume ?? Decimal.zero,
    sides: line.item.sides,
  }));
  return rest.length === 0 ? groups : [...groups, joint(rest)];
}

function joint(lines: readonly OrderLine[]): ParcelGroup {
  const weights = lines.map((line) => line.item.weight?.times(Decimal.whole(line.quantity)));
  const volume = sum(
    lines.map((line) => (line.item.volume ?? Decimal.zero).times(Decimal.whole(line.quantity))),
  );
  return {
    count: 1,
    weight: weights.every((weight) => weight !== undefined) ? sum(weights) : undefined,
    volume,
    sides: jointSides(lines, volume),
  };
}

function jointSides(lines: readonly OrderLine[], volume: Decimal): ParcelGroup["sides"] {
  const largest: [Decimal, Decimal, Decimal] = [Decimal.zero, Decimal.zero, Decimal.zero];
  for (const { item } of lines) {
    if (!item.sides) return undefined;
    for (const side of [0, 1, 2] as const)
      if (item.sides[side].moreThan(largest[side])) largest[side] = item.sides[side];
  }
  const floor = largest[0].times(largest[1]);
  // four digits of a centimetre are finer than any tape; upwards, so that a limit is never met by rounding
  const third = floor.sign === 0 ? largest[2] : volume.dividedBy(floor, 4, "ceiling");
  return [largest[0], largest[1], third.moreThan(largest[2]) ? third : largest[2]];
}
