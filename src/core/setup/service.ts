import { z } from "zod";
import { amount, minimum } from "./amount";
import { conditions } from "./condition";
import {
  code,
  currency,
  date,
  days,
  destinations,
  length,
  name,
  nonNegative,
  positive,
  refuse,
  volume,
  weight,
} from "./primitives";
import { transportMode } from "./transport-mode-schema";

const transitDays = z.strictObject({ minDays: days, maxDays: days });

function inOrder(
  range: { minDays: number; maxDays: number },
  ctx: { addIssue: (issue: never) => void },
): void {
  if (range.minDays > range.maxDays) refuse(ctx, "days-reversed", ["maxDays"]);
}

export const transit = transitDays
  .extend({
    byZone: z
      .array(transitDays.extend({ zone: code }).superRefine(inOrder))
      .max(5000)
      .exactOptional(),
  })
  .superRefine(inOrder);

export const limits = z.strictObject({
  minParcelWeight: weight.exactOptional(),
  maxParcelWeight: weight.exactOptional(),
  minShipmentWeight: weight.exactOptional(),
  maxShipmentWeight: weight.exactOptional(),
  maxLength: length.exactOptional(),
  maxGirthPlusLength: length.exactOptional(),
  maxVolume: volume.exactOptional(),
  maxGoodsValue: z.strictObject({ amount: nonNegative, currency }).exactOptional(),
  maxParcels: z.int().min(1).max(1_000_000).exactOptional(),
});

/** What a service takes. Left out it takes everything but cash on delivery. */
export const accepts = z.strictObject({
  poBox: z.boolean().exactOptional(),
  cashOnDelivery: z.boolean().exactOptional(),
  collectionPoint: z.boolean().exactOptional(),
  signature: z.boolean().exactOptional(),
  refusesGoodsClasses: z.array(code).max(200).exactOptional(),
  onlyGoodsClasses: z.array(code).max(200).exactOptional(),
});

export const rateSource = z.union([
  z.strictObject({ tariff: code }),
  z.strictObject({
    live: code,
    liveService: z.string().max(100),
    fallback: z
      .union([
        z.strictObject({ tariff: code }),
        z.strictObject({ lastKnownHours: z.int().min(1).max(8760) }),
        z.literal("passOver"),
      ])
      .exactOptional(),
  }),
  z.strictObject({ none: z.literal(true) }),
]);

export const surcharge = z
  .strictObject({
    code,
    name,
    /** The first and the last day of handing over it counts for, both in; left out: without end. */
    from: date.exactOptional(),
    to: date.exactOptional(),
    when: conditions.exactOptional(),
    amount,
    min: minimum,
    max: minimum,
    chargeType: code.exactOptional(),
  })
  .superRefine(({ from, to }, ctx) => {
    if (from !== undefined && to !== undefined && to < from) refuse(ctx, "dates-reversed", ["to"]);
  });

export const service = z.strictObject({
  code,
  carrier: code,
  name,
  tier: z.enum(["economy", "standard", "express", "freight", "collection"]),
  /** Left out: nobody said, and it takes what may not go by some mode too. */
  mode: transportMode.exactOptional(),
  origins: z.array(code).max(500).exactOptional(),
  transit,
  /** Where it goes, for services without a chart, and what it is barred from. */
  destinations: destinations.exactOptional(),
  limits: limits.exactOptional(),
  accepts: accepts.exactOptional(),
  volumetric: z
    .union([z.strictObject({ divisor: positive }), z.strictObject({ kgPerM3: positive })])
    .exactOptional(),
  weightStep: weight.exactOptional(),
  rate: rateSource,
  surcharges: z.array(surcharge).max(100).exactOptional(),
  active: z.boolean(),
});

export type Service = z.infer<typeof service>;
export type Limits = z.infer<typeof limits>;
export type Accepts = z.infer<typeof accepts>;
