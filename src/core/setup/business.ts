import { z } from "zod";
import {
  code,
  country,
  currency,
  date,
  decimal,
  destination,
  lengthUnit,
  name,
  nonNegative,
  positive,
  refuse,
  timeZone,
  weight,
  weightUnit,
} from "./primitives";
import { notBy } from "./transport-mode-schema";

/**
 * The tax on delivery to some destinations, by some channels, from a day on to another, both in; left out: any. Either a percentage,
 * or reverse charge: no tax is charged to a customer with a tax id, who owes it.
 */
export const deliveryTaxRule = z
  .strictObject({
    from: date,
    to: date.exactOptional(),
    destinations: z.array(destination).max(2000).exactOptional(),
    channels: z.array(code).max(500).exactOptional(),
    percent: nonNegative.exactOptional(),
    reverseChargeWithTaxId: z.literal(true).exactOptional(),
  })
  .superRefine(({ from, to, percent, reverseChargeWithTaxId }, ctx) => {
    if (to !== undefined && to < from) refuse(ctx, "dates-reversed", ["to"]);
    if ((percent === undefined) === (reverseChargeWithTaxId === undefined))
      refuse(ctx, "percent-or-reverse", ["percent"]);
  });

export const business = z.strictObject({
  name,
  country,
  homeCurrency: currency,
  timeZone,
  units: z.strictObject({ weight: weightUnit, length: lengthUnit }),
  deliveryTaxPercent: nonNegative,
  deliveryTax: z.enum(["fixed", "highestOfGoods", "weightedByGoods", "splitByGoods"]).exactOptional(),
  /** The first that fits an order's destination, channel and day counts, before the percentage above. */
  deliveryTaxes: z.array(deliveryTaxRule).max(2000).exactOptional(),
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

export type DeliveryTaxRule = z.infer<typeof deliveryTaxRule>;
export type Business = z.infer<typeof business>;
export type GoodsClass = z.infer<typeof goodsClass>;
export type ChargeType = z.infer<typeof chargeType>;
