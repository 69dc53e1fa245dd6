import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { quote } from "@/core/quote/quote-order";
import { parseSetup } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";
import { broadSetup } from "../../demo/parts/broad";
import { sure } from "./demo";
import { table } from "./timing";

const SIZES = [
  [2, 3],
  [5, 3],
  [10, 3],
  [10, 8],
  [20, 3],
] as const;

/** Quotes of each size; their median is told. */
const RUNS = 15;

/** What a quote takes where the lowest cost comes first and each line may leave from each place; up to ten lines are gone through whole. */
export function benchSourcing(small: Setup): string {
  const rows = SIZES.map(([count, origins]) => {
    const broad = broadSetup(small, { offers: 1, rules: 1, services: 1, origins });
    const sourcing = { ...broad.sourcing, objectives: ["lowestCost"], split: "byLine" };
    const setup = sure(parseSetup({ ...broad, sourcing }));
    const compiled = sure(compileSetup(setup));
    const items = Array.from({ length: count }, (_, i) =>
      compileItem(
        { sku: `S${i}`, name: `S${i}`, weight: { value: String(1 + (i % 4)), unit: "kg" }, unitPrice: "10" },
        compiled.defaultWeights,
      ),
    );
    const bySku = new Map(items.map((item) => [item.sku, item]));
    const context = { items: (sku: string) => bySku.get(sku), now: "2026-11-24T09:00:00Z" };
    const took = Array.from({ length: RUNS }, () => {
      const begun = performance.now();
      quote(
        compiled,
        {
          channel: setup.channels[0]?.code ?? "",
          shipTo: { country: "EE", postcode: "10111" },
          lines: items.map(({ sku }) => ({ sku, quantity: 1 })),
        },
        context,
      );
      return performance.now() - begun;
    }).sort((a, b) => a - b);
    return [`${count} × ${origins}`, (took[Math.floor(RUNS / 2)] ?? 0).toFixed(1)];
  });
  return table(["lines × places, lowest cost first", "ms a quote, median of 15"], rows);
}
