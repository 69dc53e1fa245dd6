import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { quote } from "@/core/quote/quote-order";
import { ShipmentBook } from "@/core/quote/shipment-book";
import { sure, type Demo } from "./demo";
import { allocatedBytes, heldMegabytes, speedOf, table } from "./timing";

/** How often a service rated a shipment while so many calls were made. */
function ratedBy(ask: (call: number) => void, calls: number): number {
  const book = ShipmentBook.prototype;
  const answer = book.answer;
  let rated = 0;
  book.answer = function counted(service, booked) {
    const known = booked.answers.size;
    const found = answer.call(this, service, booked);
    rated += booked.answers.size - known;
    return found;
  };
  for (let call = 0; call < calls; call++) ask(call);
  book.answer = answer;
  return rated;
}

/** Quotes of the demo's open orders on one core. */
export function benchQuotes({ setup, items, requests }: Demo): string {
  const { value: compiled, megabytes, milliseconds } = heldMegabytes(() => sure(compileSetup(setup)));
  const catalogue = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
  const context = { items: (sku: string) => catalogue.get(sku), now: "2026-11-24T09:00:00Z" };
  const plain = requests.map((request) => ({ ...request, working: false }));
  const explained = requests.map((request) => ({ ...request, working: true }));
  const row = (name: string, target: number, asked: typeof plain) => {
    const ask = (call: number) => {
      const request = asked[call % asked.length];
      if (request) quote(compiled, request, context);
    };
    const { perSecond, microseconds } = speedOf(ask);
    const rated = (ratedBy(ask, asked.length) / asked.length).toFixed(1);
    return [name, perSecond, microseconds.toFixed(0), allocatedBytes(ask, asked.length), rated, target];
  };
  return [
    table(
      [
        `the demo's ${requests.length} open orders, one core`,
        "quotes a second",
        "µs a quote",
        "bytes a quote",
        "shipments rated a quote",
        "target a second",
      ],
      [row("without working", 20_000, plain), row("with working", 6000, explained)],
    ),
    `\nThe demo's setup compiles in ${milliseconds.toFixed(1)} ms and holds ${megabytes.toFixed(1)} MB (target: under 20).`,
  ].join("\n");
}
