import { convert, type ExchangeRates } from "../money/exchange";
import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { ParcelGroup } from "../parcels/form-parcels";
import type { Measures } from "../parcels/measures";
import type { LengthUnit, VolumeUnit, WeightUnit } from "../units/unit";
import { shownIn } from "../units/unit";
import { reject, type Rejection } from "../working/reason";
import type { SizeLimit, WeightLimit } from "./compiled-limits";
import type { CompiledService } from "./compiled-service";
import type { Shipment } from "./shipment";

/**
 * The first limit the shipment breaks, if any. A limit itself is still allowed: 30 kg passes "at most 30 kg".
 * A weight or a size that a limit needs and that is missing is a refusal of its own.
 */
export function brokenLimit(
  compiled: CompiledService,
  shipment: Shipment,
  currency: string,
  exchange: ExchangeRates,
): Rejection | undefined {
  return (
    brokenWeight(compiled, shipment) ??
    brokenSize(compiled, shipment) ??
    brokenCount(compiled, shipment) ??
    brokenValue(compiled, shipment, currency, exchange)
  );
}

function brokenWeight({ limits, path }: CompiledService, { measures }: Shipment): Rejection | undefined {
  const { actualWeight, parcelGroups } = measures;
  for (const limit of limits.weight) {
    if (!actualWeight)
      return reject("weight-missing", { skus: measures.skusWithoutWeight }, `${path}/limits/${limit.name}`);
    const broken = limit.of === "shipment" ? breaks(limit, actualWeight) : brokenBy(limit, parcelGroups);
    if (!broken) continue;
    const { of, side, typed } = limit;
    return reject(
      "limit-weight",
      { of, side, value: shownIn(broken, typed.unit as WeightUnit), limit: typed },
      `${path}/limits/${limit.name}`,
    );
  }
  return undefined;
}

/** The weight that is over, or under, the limit. */
function breaks({ side, base }: WeightLimit, weight: Decimal): Decimal | undefined {
  return (side === "most" ? weight.moreThan(base) : weight.lessThan(base)) ? weight : undefined;
}

function brokenBy(limit: WeightLimit, groups: readonly ParcelGroup[]): Decimal | undefined {
  for (const { weight } of groups) {
    const broken = weight && breaks(limit, weight);
    if (broken) return broken;
  }
  return undefined;
}

function brokenSize({ limits, path }: CompiledService, { measures }: Shipment): Rejection | undefined {
  for (const limit of limits.size) {
    if (!measures.isSized)
      return reject("size-missing", { skus: measures.skusWithoutSize }, `${path}/limits/${limit.name}`);
    const value = largest(limit, measures);
    if (!value.moreThan(limit.base)) continue;
    const { of, typed } = limit;
    return reject(
      "limit-size",
      { of, value: shownIn(value, typed.unit as LengthUnit | VolumeUnit), limit: typed },
      `${path}/limits/${limit.name}`,
    );
  }
  return undefined;
}

function largest({ of }: SizeLimit, measures: Measures): Decimal {
  if (of === "volume") return measures.volume;
  let most = Decimal.zero;
  for (const { sides } of measures.parcelGroups) {
    if (!sides) continue;
    const value = of === "longestSide" ? sides[0] : girthPlusLength(sides);
    if (value.moreThan(most)) most = value;
  }
  return most;
}

/** Longest + 2 × (second + third), in cm. */
function girthPlusLength(sides: NonNullable<ParcelGroup["sides"]>): Decimal {
  return sides[0].plus(sides[1].plus(sides[2]).times(Decimal.whole(2)));
}

function brokenCount(compiled: CompiledService, shipment: Shipment): Rejection | undefined {
  const limit = compiled.service.limits?.maxParcels;
  const value = shipment.measures.parcels;
  return limit !== undefined && value > limit
    ? reject("limit-parcels", { value, limit }, `${compiled.path}/limits/maxParcels`)
    : undefined;
}

/** Goods without tax, in the limit's own currency. */
function brokenValue(
  compiled: CompiledService,
  shipment: Shipment,
  currency: string,
  exchange: ExchangeRates,
): Rejection | undefined {
  const limit = compiled.service.limits?.maxGoodsValue;
  if (!limit) return undefined;
  const source = `${compiled.path}/limits/maxGoodsValue`;
  const conversion = exchange.find(currency, limit.currency);
  if (!conversion) return reject("no-exchange-rate", { from: currency, to: limit.currency }, source);
  const value = convert(shipment.measures.goodsValue, conversion);
  if (!value.settled().moreThan(Decimal.of(limit.amount))) return undefined;
  return reject(
    "limit-value",
    { value: { amount: moneyText(value, limit.currency), currency: limit.currency }, limit },
    source,
  );
}
