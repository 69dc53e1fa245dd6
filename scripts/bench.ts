import { readFileSync } from "node:fs";
import { join } from "node:path";
import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { quote } from "@/core/quote/quote-order";
import { quoteRequestSchema, type QuoteRequest } from "@/core/quote/request";
import { items as itemsSchema } from "@/core/setup/item";
import { parseSetup, parseWith, type Parsed } from "@/core/setup/parse-setup";
import type { DemoOrder } from "../demo/parts/orders";
import { root } from "./machine/paths";

function sure<T>(parsed: Parsed<T>): T {
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems[0]));
  return parsed.value;
}

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(join(root, `demo/nettle-and-comb.${name}.json`), "utf8"));
const setup = sure(parseSetup(demo("setup")));
const items = sure(parseWith(itemsSchema, demo("items")));
const requests = (demo("orders") as DemoOrder[]).map((order): QuoteRequest => {
  const { channel, placedAt, country, postcode, customerGroup, lines } = order;
  return sure(
    parseWith(quoteRequestSchema, {
      channel,
      placedAt,
      shipTo: { country, postcode },
      ...(customerGroup ? { customer: { group: customerGroup } } : {}),
      lines,
    }),
  );
});

/** Calls a second over about four seconds, after a warm-up. */
function rate(work: () => void): number {
  for (let i = 0; i < 6000; i++) work();
  const begun = performance.now();
  let calls = 0;
  while (performance.now() - begun < 4000) {
    work();
    calls++;
  }
  return calls / ((performance.now() - begun) / 1000);
}

const begun = performance.now();
const compiled = sure(compileSetup(setup));
const compileMs = performance.now() - begun;
const catalogue = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
const context = { items: (sku: string) => catalogue.get(sku), now: "2026-11-24T09:00:00Z" };

let next = 0;
const perSecond = (working: boolean) =>
  rate(() => {
    const request = requests[next++ % requests.length];
    if (request) quote(compiled, { ...request, working }, context);
  });

const row = (name: string, value: number) =>
  `| ${name} | ${Math.round(value).toLocaleString("en")} | ${(1000 / value).toFixed(3)} |`;
console.log(`| the demo's ${requests.length} orders | quotes a second | ms a quote |\n| --- | ---: | ---: |`);
console.log(row("without working", perSecond(false)));
console.log(row("with working", perSecond(true)));
console.log(
  `\nThe demo's setup compiles in ${compileMs.toFixed(1)} ms; peak memory ${Math.round(process.resourceUsage().maxRSS / 1024)} MB.`,
);
