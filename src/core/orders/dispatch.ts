import { z } from "zod";
import { isDate } from "../calendar/local-date";
import type { QuotedShipment } from "../quote/quote";
import { code, nonNegative, refuse } from "../setup/primitives";

const day = z.string().superRefine((text, ctx) => {
  if (!isDate(text)) refuse(ctx, "bad-date");
});

const pieces = z.strictObject({ sku: z.string().min(1).max(100), quantity: z.int().min(1).max(1e9) });

/**
 * What left: on which day by the clock of its origin, by which service, with which tracking numbers, and which pieces. Without
 * `lines` all that is still there from that origin; weights are in kg, as they were weighed.
 */
export const dispatchSchema = z.strictObject({
  day,
  origin: code,
  service: code,
  tracking: z.array(z.string().min(1).max(100)).max(1000).exactOptional(),
  lines: z.array(pieces).min(1).max(10_000).exactOptional(),
  parcels: z.int().min(1).max(100_000).exactOptional(),
  weight: nonNegative.exactOptional(),
});
export type Dispatch = z.infer<typeof dispatchSchema>;

/** Pieces of an item at an origin. */
export interface Pieces {
  readonly origin: string;
  readonly sku: string;
  readonly quantity: number;
}

const keyOf = ({ origin, sku }: Pick<Pieces, "origin" | "sku">) => JSON.stringify([origin, sku]);

/** What of a charge's shipments has not left yet, in their order. More may have left than was expected: then nothing is left of it. */
export function stillToLeave(
  shipments: readonly Pick<QuotedShipment, "origin" | "lines">[],
  left: readonly Pieces[],
): Pieces[] {
  const gone = new Map<string, number>();
  for (const one of left) gone.set(keyOf(one), (gone.get(keyOf(one)) ?? 0) + one.quantity);
  return shipments.flatMap(({ origin, lines }) =>
    lines.flatMap(({ sku, quantity }) => {
      const key = keyOf({ origin, sku });
      const taken = Math.min(quantity, gone.get(key) ?? 0);
      gone.set(key, (gone.get(key) ?? 0) - taken);
      return quantity > taken ? { origin, sku, quantity: quantity - taken } : [];
    }),
  );
}

/** Why a dispatch can't be: it names pieces that are not there to leave from its origin. */
export function tooMany(
  dispatch: Pick<Dispatch, "origin" | "lines">,
  remaining: readonly Pieces[],
): string[] {
  return (dispatch.lines ?? []).flatMap(({ sku, quantity }) => {
    const there = remaining
      .filter((one) => one.origin === dispatch.origin && one.sku === sku)
      .reduce((sum, one) => sum + one.quantity, 0);
    return quantity > there ? sku : [];
  });
}
