import { z } from "zod";
import { fittingUnit, measure } from "./measure";
import { code, decimal, nonNegative } from "./primitives";

/** An amount that is fixed, counted, or a percent of something named. */
export const amount = z.union([
  z.strictObject({ fixed: decimal }),
  z.strictObject({ per: z.enum(["parcel", "piece", "kg", "shipment"]), amount: decimal }),
  z.strictObject({ percent: decimal, of: z.enum(["freight", "subtotal", "goodsValue", "cost"]) }),
  z.strictObject({ percentFromFuelIndex: z.literal(true), of: z.literal("freight") }),
]);

export const terms = z
  .array(
    z.union([
      z.strictObject({ constant: decimal }),
      z
        .strictObject({ measure, unit: z.string().max(10).exactOptional(), amount: decimal })
        .superRefine(fittingUnit),
      z.strictObject({ percent: decimal, of: z.enum(["goodsValue", "cost"]) }),
    ]),
  )
  .min(1)
  .max(50);

export const codes = z.array(code).min(1).max(1000);
export const minimum = nonNegative.exactOptional();
export type Amount = z.infer<typeof amount>;
export type Terms = z.infer<typeof terms>;
