import { z } from "zod";
import { amount, minimum } from "./amount";
import { marginPercent } from "./business";
import { conditions } from "./condition";
import { plan } from "./plan";
import {
  code,
  currency,
  decimal,
  destination,
  destinations,
  name,
  nonNegative,
  positive,
  prose,
} from "./primitives";

const codeList = z.array(code).max(500).exactOptional();

export const channel = z.strictObject({
  code,
  name,
  currency,
  pricesIncludeTax: z.boolean(),
  whenFree: z.enum(["listAll", "dropSlowerOrEqual"]).exactOptional(),
  preselect: z.string().max(40).exactOptional(),
  active: z.boolean(),
});

export const adjustments = z.strictObject({
  marginPercent: marginPercent.exactOptional(),
  additions: z
    .array(
      z.strictObject({
        name,
        /** Conditions that must all hold for it. */
        when: conditions.exactOptional(),
        amount,
        chargeType: code.exactOptional(),
        showSeparately: z.boolean().exactOptional(),
      }),
    )
    .max(50)
    .exactOptional(),
  minimum,
  maximum: minimum,
  rounding: z
    .union([
      z.strictObject({ step: positive, mode: z.enum(["up", "nearest"]) }),
      z.strictObject({ ending: nonNegative }),
    ])
    .exactOptional(),
});

export const offer = z.strictObject({
  code,
  name,
  names: z.record(z.string().max(20), name).exactOptional(),
  text: prose.exactOptional(),
  channels: z.array(code).max(200),
  tier: z.enum(["economy", "standard", "express", "freight", "collection"]).exactOptional(),
  services: z.array(code).max(500),
  pick: z.enum(["cheapest", "fastest", "listed"]),
  acrossOrigins: z.enum(["any", "sameService"]),
  destinations: destinations.exactOptional(),
  poBox: z.boolean().exactOptional(),
  customerGroups: codeList,
  onlyGoodsClasses: codeList,
  refusesGoodsClasses: codeList,
  couponOnly: z.string().max(100).exactOptional(),
  plan,
  /** Of all amounts typed in the offer; without it they are in the home currency. */
  currency: currency.exactOptional(),
  charged: z.enum(["perOrder", "perShipmentSum", "perShipmentHighest"]).exactOptional(),
  adjust: adjustments.exactOptional(),
  free: z
    .union([z.strictObject({ anyOf: conditions }), z.strictObject({ allOf: conditions })])
    .exactOptional(),
  chargeType: code,
  taxPercent: nonNegative.exactOptional(),
  active: z.boolean(),
});

export const itemException = z.strictObject({
  item: z.string().max(100).exactOptional(),
  goodsClass: code.exactOptional(),
  offer: code.exactOptional(),
  destinations: z.array(destination).max(2000).exactOptional(),
  do: z.union([
    z.strictObject({ instead: decimal }),
    z.strictObject({ extra: decimal }),
    z.enum(["ban", "shipsFree"]),
  ]),
});

export const sourcing = z.strictObject({
  split: z.enum(["never", "byLine", "byPiece"]),
  objectives: z.array(z.enum(["fewestShipments", "lowestCost", "nearest", "rank"])).max(4),
  fallbackOrigin: code,
});

export const connection = z.strictObject({
  code,
  adapter: z.string().max(100),
  carrier: code,
  timeoutMs: z.int().min(1).max(60_000),
  cacheMinutes: z.int().min(0).max(10_080),
});

export type Channel = z.infer<typeof channel>;
export type Offer = z.infer<typeof offer>;
export type ItemException = z.infer<typeof itemException>;
export type Sourcing = z.infer<typeof sourcing>;
export type Connection = z.infer<typeof connection>;
