import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { quote } from "@/core/quote/quote-order";
import { parseSetup } from "@/core/setup/parse-setup";
import type { Item } from "@/core/setup/item";
import type { Setup } from "@/core/setup/setup";
import { broadSetup } from "../../demo/parts/broad";
import { sure } from "./demo";
import { allocatedBytes, heldMegabytes, speedOf, table } from "./timing";

const box: Item = {
  sku: "BOX",
  name: "Box",
  weight: { value: "2", unit: "kg" },
  size: { length: "30", width: "20", height: "10", unit: "cm" },
  unitPrice: "10",
};

/** How compiling and quoting grow with offers, their rules, the services behind each, and origins. */
export function benchBreadth(small: Setup): string {
  const rows = [
    { offers: 1, rules: 1, services: 1, origins: 1 },
    { offers: 10, rules: 10, services: 10, origins: 4 },
    { offers: 100, rules: 100, services: 50, origins: 8 },
  ].map((size) => {
    const setup = sure(parseSetup(broadSetup(small, size)));
    const { value: compiled, milliseconds } = heldMegabytes(() => sure(compileSetup(setup)));
    const item = compileItem(box, compiled.defaultWeights);
    const context = { items: () => item, now: "2026-11-24T09:00:00Z" };
    const ask = () =>
      quote(
        compiled,
        {
          channel: setup.channels[0]?.code ?? "",
          shipTo: { country: "EE", postcode: "10111" },
          lines: [
            { sku: "BOX", quantity: 2 },
            { sku: "BOX", quantity: 1 },
          ],
        },
        context,
      );
    const { perSecond, microseconds } = speedOf(ask, 100);
    return [
      `${size.offers} × ${size.rules} × ${size.services} × ${size.origins}`,
      milliseconds.toFixed(0),
      perSecond,
      microseconds.toFixed(0),
      allocatedBytes(ask, 20),
    ];
  });
  return table(
    ["offers × rules × services × origins", "compile, ms", "quotes a second", "µs a quote", "bytes a quote"],
    rows,
  );
}
