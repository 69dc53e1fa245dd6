import { convert, type ExchangeRates } from "../money/exchange";
import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { ParcelGroup } from "../parcels/form-parcels";
import type { LengthUnit, VolumeUnit, WeightUnit } from "../units/unit";
import { shownIn } from "../units/unit";
import { reject, type Rejection } from "../working/reason";
import type { CompiledLimit, CompiledService, LimitName } from "./compiled-service";
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

function brokenWeight(compiled: CompiledService, shipment: Shipment): Rejection | undefined {
  const { limits, path } = compiled;
  const { actualWeight, parcelGroups, skusWithoutWeight } = shipment.measures;
  const check = (name: LimitName, of: "parcel" | "shipment", value: Decimal) => {
    const limit = limits[name];
    const side = name.startsWith("max") ? ("most" as const) : ("least" as const);
    if (!limit || (side === "most" ? !value.moreThan(limit.base) : !value.lessThan(limit.base)))
      return undefined;
    const shown = shownIn(value, limit.typed.unit as WeightUnit);
    return reject("limit-weight", { of, side, value: shown, limit: limit.typed }, `${path}/limits/${name}`);
  };
  const named = (
    ["minParcelWeight", "maxParcelWeight", "minShipmentWeight", "maxShipmentWeight"] as const
  ).find((name) => limits[name]);
  if (!actualWeight)
    return named && reject("weight-missing", { skus: skusWithoutWeight }, `${path}/limits/${named}`);
  for (const { weight } of parcelGroups) {
    const broken =
      weight && (check("maxParcelWeight", "parcel", weight) ?? check("minParcelWeight", "parcel", weight));
    if (broken) return broken;
  }
  return (
    check("maxShipmentWeight", "shipment", actualWeight) ??
    check("minShipmentWeight", "shipment", actualWeight)
  );
}

function brokenSize(compiled: CompiledService, shipment: Shipment): Rejection | undefined {
  const { limits, path } = compiled;
  const named = (["maxLength", "maxGirthPlusLength", "maxVolume"] as const).find((name) => limits[name]);
  if (!named) return undefined;
  const { skusWithoutSize, parcelGroups, volume } = shipment.measures;
  if (skusWithoutSize.length > 0)
    return reject("size-missing", { skus: skusWithoutSize }, `${path}/limits/${named}`);
  const over = (
    name: LimitName,
    of: "longestSide" | "girthPlusLength" | "volume",
    value: Decimal,
    limit: CompiledLimit | undefined,
  ) =>
    limit && value.moreThan(limit.base)
      ? reject(
          "limit-size",
          { of, value: shownIn(value, limit.typed.unit as LengthUnit | VolumeUnit), limit: limit.typed },
          `${path}/limits/${name}`,
        )
      : undefined;
  for (const { sides } of parcelGroups) {
    const broken =
      sides &&
      (over("maxLength", "longestSide", sides[0], limits.maxLength) ??
        over("maxGirthPlusLength", "girthPlusLength", girthPlusLength(sides), limits.maxGirthPlusLength));
    if (broken) return broken;
  }
  return over("maxVolume", "volume", volume, limits.maxVolume);
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
  if (!value.moreThan(Decimal.of(limit.amount))) return undefined;
  return reject(
    "limit-value",
    { value: { amount: moneyText(value, limit.currency), currency: limit.currency }, limit },
    source,
  );
}
