import { z } from "zod";
import {
  code,
  country,
  currency,
  date,
  decimal,
  lengthUnit,
  name,
  nonNegative,
  positive,
  refuse,
  timeZone,
  weight,
  weightUnit,
} from "./primitives";
import { notBy } from "./transport-mode";

export const business = z.strictObject({
  name,
  country,
  homeCurrency: currency,
  timeZone,
  units: z.strictObject({ weight: weightUnit, length: lengthUnit }),
  deliveryTaxPercent: nonNegative,
  deliveryTax: z.enum(["fixed", "highestOfGoods", "weightedByGoods"]).exactOptional(),
});

export const exchangeRate = z
  .strictObject({ from: currency, to: currency, rate: positive, asOf: date })
  .superRefine((rate, ctx) => {
    if (rate.from === rate.to) refuse(ctx, "same-currency", ["to"]);
  });

export const chargeType = z.strictObject({
  code,
  name,
  taxPercent: nonNegative.exactOptional(),
  reasonCode: z.string().max(10).exactOptional(),
});

export const goodsClass = z.strictObject({
  code,
  name,
  defaultWeight: weight.exactOptional(),
  notBy: notBy.exactOptional(),
});

/** -100 and below would leave nothing or less. */
export const marginPercent = decimal.superRefine((text, ctx) => {
  if (text.startsWith("-") && Number(text) <= -100) refuse(ctx, "percent-too-low");
});

export type Business = z.infer<typeof business>;
export type GoodsClass = z.infer<typeof goodsClass>;
export type ChargeType = z.infer<typeof chargeType>;
