import { z } from "zod";
import { terms } from "./amount";
import { conditions } from "./condition";
import { code, decimal, name, prose } from "./primitives";

export const outcome = z.union([
  z.strictObject({ terms }),
  z.strictObject({ tariff: code }),
  z.strictObject({ costPlus: z.literal(true) }),
  z.strictObject({ free: z.literal(true) }),
  z.strictObject({ withhold: prose }),
]);

export const plan = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("costPlus") }),
  z.strictObject({
    kind: z.literal("flat"),
    amount: decimal,
    per: z.enum(["order", "shipment", "parcel", "piece", "kg"]),
  }),
  z.strictObject({ kind: z.literal("terms"), terms }),
  z.strictObject({ kind: z.literal("tariff"), tariff: code }),
  z.strictObject({
    kind: z.literal("ladder"),
    match: z.enum(["first", "lowest", "highest", "sum"]),
    rules: z.array(z.strictObject({ name: name.exactOptional(), when: conditions, then: outcome })).max(1000),
    otherwise: outcome.exactOptional(),
  }),
  z.strictObject({
    kind: z.literal("byGoodsClass"),
    combine: z.enum(["sum", "highest"]),
    classes: z.array(z.strictObject({ goodsClass: code, terms })).max(200),
    otherwise: terms.exactOptional(),
  }),
]);

export type Plan = z.infer<typeof plan>;
export type Outcome = z.infer<typeof outcome>;
