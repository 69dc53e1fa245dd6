import { z } from "zod";
import { code, currency, lengthUnit, name, nonNegative, weight } from "./primitives";
import { notBy } from "./transport-mode-schema";

export const sku = z.string().min(1).max(100);

const itemFields = {
  name,
  gtin: z.string().max(20).exactOptional(),
  weight: weight.exactOptional(),
  size: z
    .strictObject({ length: nonNegative, width: nonNegative, height: nonNegative, unit: lengthUnit })
    .exactOptional(),
  goodsClass: code.exactOptional(),
  unitPrice: nonNegative.exactOptional(),
  currency: currency.exactOptional(),
  taxPercent: nonNegative.exactOptional(),
  shippable: z.boolean().exactOptional(),
  shipsAlone: z.boolean().exactOptional(),
  notBy: notBy.exactOptional(),
  stock: z
    .array(z.strictObject({ origin: code, quantity: z.int().min(0).max(1e9) }))
    .max(500)
    .exactOptional(),
};

/** A thing that is sold. Without a weight it is not weightless; without a stock list every origin has it. */
export const item = z.strictObject({ sku, ...itemFields });

/** An item described in the request itself; its name and number may be left out. */
export const inlineItem = z.strictObject({
  ...itemFields,
  sku: sku.exactOptional(),
  name: name.exactOptional(),
});

export const items = z.array(item).max(1_000_000);

export type Item = z.infer<typeof item>;
