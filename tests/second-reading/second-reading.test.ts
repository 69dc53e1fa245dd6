import fc from "fast-check";
import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { quote } from "@/core/quote/quote-order";
import type { Quote } from "@/core/quote/quote";
import { quoteRequestSchema, type QuoteRequest } from "@/core/quote/request";
import type { Item } from "@/core/setup/item";
import { parseSetup, parseWith } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";
import { anyBusiness, type AnyBusiness } from "../support/any-business";
import { sure } from "../support/smallest-setup";
import { dated } from "./dated";
import { eased } from "./eased";
import { readQuote, type Reading } from "./quote";
import { Refusal } from "./refusal";
import { TooMany } from "./sourcing";

const now = "2026-11-24T08:00:00Z";

interface Asked {
  readonly setup: Setup;
  readonly items: readonly Item[];
  readonly request: QuoteRequest;
}

/** As the format reads it; goods that are described in the request are no goods of the catalogue, and no charge is split by rates. */
function asked({ setup, items, request }: AnyBusiness): Asked {
  const read = sure(parseWith(quoteRequestSchema, request));
  const { deliveryTax } = setup.business;
  return {
    setup: sure(
      parseSetup({
        ...setup,
        business: {
          ...setup.business,
          ...(deliveryTax === "splitByGoods" ? { deliveryTax: "weightedByGoods" } : {}),
        },
      }),
    ),
    items,
    request: {
      ...read,
      lines: read.lines.map((line) => (line.item ? { ...line, sku: `${line.sku} of its own` } : line)),
    },
  };
}

function worked({ setup, items, request }: Asked): Quote | undefined {
  const compiled = sure(compileSetup(setup));
  const catalogue = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
  const result = quote(compiled, request, { items: (sku) => catalogue.get(sku), now });
  return result.ok ? result.value : undefined;
}

/** `undefined` where there are too many ways to try them all, or where prices can't be converted. */
function read({ setup, items, request }: Asked): Reading | undefined {
  try {
    return readQuote(setup, items, request, now);
  } catch (error) {
    if (error instanceof TooMany || error instanceof Refusal) return undefined;
    throw error;
  }
}

/** What both say, in the same words: shipments by origin, and not the reasons of which a second shipment has another one. */
function compared(of: Reading | Quote, setup: Setup) {
  const byShipment = new Set(
    setup.offers.filter(({ charged = "perOrder" }) => charged !== "perOrder").map(({ code }) => code),
  );
  const offers = of.offers.map((offer) => ({
    offer: offer.offer,
    net: offer.net,
    tax: offer.tax,
    gross: offer.gross,
    free: offer.free,
    freeFrom: offer.freeFrom,
    cost: offer.cost,
    promise: offer.promise,
    shipments: [...offer.shipments].sort((a, b) => (a.origin < b.origin ? -1 : 1)),
  }));
  const withheld = of.withheld
    .map(({ offer, reason }) => ({ offer, reason: byShipment.has(offer) ? "told by shipment" : reason }))
    .sort((a, b) => (a.offer < b.offer ? -1 : 1));
  return { offers, withheld };
}

function agrees(business: AnyBusiness): number {
  const question = asked(business);
  const [first, second] = [worked(question), read(question)];
  if (!first || !second) return 0;
  expect(compared(first, question.setup)).toEqual(compared(second, question.setup));
  return second.offers.length;
}

const SEED = Number(process.env.SEED ?? 20261128);
const RUNS = Number(process.env.RUNS ?? 400);

const asItIs = (any: AnyBusiness) => any;

test.each([
  ["a business as it comes", asItIs, 10],
  ["one in which little is barred, so that most offers are given", eased, 2],
  [
    "one in the middle of a change of tables, rates of exchange and fuel",
    (any: AnyBusiness) => dated(eased(any)),
    2,
  ],
])("%s is quoted as a second reading of the rules, in exact fractions, works it out", (_, made, share) => {
  let given = 0;
  fc.assert(
    fc.property(anyBusiness, (any) => {
      given += agrees(made(any));
    }),
    { seed: SEED, numRuns: RUNS, endOnFailure: true },
  );
  expect(given).toBeGreaterThan(RUNS / share);
});
