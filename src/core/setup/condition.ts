import { z } from "zod";
import { codes } from "./amount";
import { fittingUnit, measure } from "./measure";
import { code, country, decimal, destination, refuse } from "./primitives";

const unit = z.string().max(10).exactOptional();

/** One condition of the language that ladders, surcharges and free delivery share. */
export type Condition = z.infer<typeof plainCondition> | { not: Condition };

const plainCondition = z.union([
  z
    .strictObject({ measure, unit, op: z.enum(["<", "<=", ">", ">=", "="]), value: decimal })
    .superRefine(fittingUnit),
  z
    .strictObject({
      measure,
      unit,
      between: z.tuple([decimal, decimal]),
      ends: z.enum(["(]", "[)", "[]", "()"]),
    })
    .superRefine((range, ctx) => {
      fittingUnit(range, ctx);
      const [low, high] = range.between.map(Number);
      if (low !== undefined && high !== undefined && (low > high || (low === high && range.ends !== "[]")))
        refuse(ctx, "empty-between", ["between", 1]);
    }),
  z.strictObject({ country: z.array(country).min(1).max(300) }),
  z.strictObject({ destination: z.array(destination).min(1).max(1000) }),
  z.strictObject({ zone: codes, chart: code }),
  z.strictObject({ channel: codes }),
  z.strictObject({ origin: codes }),
  z.strictObject({ customerGroup: codes }),
  z.strictObject({ goodsClass: codes, in: z.enum(["any", "all", "only"]) }),
  z.strictObject({ coupon: z.array(z.string().min(1).max(100)).min(1).max(1000) }),
  z.strictObject({ weekday: z.array(z.int().min(1).max(7)).min(1).max(7) }),
  z.strictObject({ cashOnDelivery: z.boolean() }),
  z.strictObject({ poBox: z.boolean() }),
]);

export const condition: z.ZodType<Condition, unknown> = z.lazy(() =>
  z.union([...plainCondition.options, z.strictObject({ not: condition })]),
) as z.ZodType<Condition, unknown>;

export const conditions = z.array(condition).max(50);
