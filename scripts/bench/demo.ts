import { readFileSync } from "node:fs";
import { join } from "node:path";
import { quoteRequestSchema, type QuoteRequest } from "@/core/quote/request";
import { items as itemsSchema, type Item } from "@/core/setup/item";
import { parseSetup, parseWith, type Parsed } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";
import type { DemoOrder } from "../../demo/parts/orders";
import { root } from "../machine/paths";

export function sure<T>(parsed: Parsed<T>): T {
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems[0]));
  return parsed.value;
}

const read = (name: string): unknown =>
  JSON.parse(readFileSync(join(root, `demo/nettle-and-comb.${name}.json`), "utf8"));

export interface Demo {
  readonly setup: Setup;
  readonly items: readonly Item[];
  readonly requests: readonly QuoteRequest[];
}

/** The demo business with its open orders as requests. */
export function readDemo(): Demo {
  const orders = read("orders") as DemoOrder[];
  return {
    setup: sure(parseSetup(read("setup"))),
    items: sure(parseWith(itemsSchema, read("items"))),
    requests: orders.map(({ channel, placedAt, country, postcode, customerGroup, lines }) =>
      sure(
        parseWith(quoteRequestSchema, {
          channel,
          placedAt,
          shipTo: { country, postcode },
          ...(customerGroup ? { customer: { group: customerGroup } } : {}),
          lines,
        }),
      ),
    ),
  };
}
