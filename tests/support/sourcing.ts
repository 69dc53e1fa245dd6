import { Decimal } from "@/core/money/decimal";
import { compileItem } from "@/core/parcels/compiled-item";
import { Measures } from "@/core/parcels/measures";
import type { OrderLine } from "@/core/parcels/order-line";
import type { ServiceAnswer } from "@/core/services/shipment";
import type { Sourcing } from "@/core/setup/offer";
import type { LineOrigin, LineOrigins, Parts, Rater } from "@/core/sourcing/candidate";
import { given } from "@/core/working/reason";

/** A line of an item of its own that weighs a kilogram and costs nothing; stock-kept where its stock is given. */
export function line(
  index: number,
  sku = `S${index}`,
  quantity = 1,
  stock?: Record<string, number>,
): OrderLine {
  const item = compileItem(
    {
      sku,
      name: sku,
      weight: { value: "1", unit: "kg" },
      ...(stock ? { stock: Object.entries(stock).map(([origin, n]) => ({ origin, quantity: n })) } : {}),
    },
    new Map(),
  );
  return {
    index,
    item,
    quantity,
    priceBeforeDiscount: Decimal.zero,
    price: Decimal.zero,
    includesTax: false,
    taxPercent: Decimal.zero,
    pinned: undefined,
  };
}

/** Origins in the order of their ranks, from 1 on. */
export function placesOf(codes: readonly string[], distance: (at: number) => number = () => 0) {
  return codes.map((code, at) => ({ code, rank: at + 1, distance: distance(at) }));
}

export type CostOf = (origin: string, lines: readonly OrderLine[]) => number;

const answerOf = (cost: number) =>
  ({ service: "S", cost: Decimal.whole(cost), chargeableWeight: undefined }) as unknown as ServiceAnswer;

/** A rater by a cost function; `rises` says that its costs never fall with more lines, `apart` that shipments stand alone. */
export function raterOf(costOf: CostOf, rises: boolean, apart = false): Rater {
  return {
    ...(apart ? { alone: (origin, lines) => new Map([["", Decimal.whole(costOf(origin, lines))]]) } : {}),
    rate: (parts) => {
      const shipments = [...parts].map(([origin, lines]) => ({
        shipment: { origin, lines, measures: new Measures(lines) },
        answer: answerOf(costOf(origin, lines)),
      }));
      const cost = shipments.reduce((sum, one) => sum.plus(one.answer.cost), Decimal.zero);
      return given({ shipments, cost });
    },
    least: (origin, lines) => (rises ? Decimal.whole(costOf(origin, lines)) : Decimal.zero),
  };
}

/** Which origins have all of each line. */
export const wholly = (
  lines: readonly OrderLine[],
  allowed: readonly (readonly string[])[],
): (LineOrigins & { readonly ok: true; readonly value: LineOrigin[] })[] =>
  lines.map(({ quantity }, i) => ({
    ok: true,
    value: (allowed[i] ?? []).map((origin) => ({ origin, pieces: quantity })),
  }));

export const sourcing = (
  objectives: Sourcing["objectives"],
  split: Sourcing["split"] = "byLine",
  fallbackOrigin = "C",
): Sourcing => ({ split, objectives, fallbackOrigin });

/** `A:0x2,1x1 B:2x1`: by origin its lines with their pieces. */
export const shown = (parts: Parts) =>
  [...parts]
    .map(([origin, lines]) => `${origin}:${lines.map((l) => `${l.index}x${l.quantity}`).join(",")}`)
    .join(" ");

/** The same rater, and what it was asked to rate, in its order. */
export function traced(rater: Rater): { readonly rater: Rater; readonly rated: string[] } {
  const rated: string[] = [];
  return {
    rated,
    rater: {
      ...rater,
      rate: (parts) => {
        rated.push(shown(parts));
        return rater.rate(parts);
      },
    },
  };
}
