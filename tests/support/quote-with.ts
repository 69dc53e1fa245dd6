import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { quote } from "@/core/quote/quote-order";
import type { Quote, QuotedOffer } from "@/core/quote/quote";
import { quoteRequestSchema, type QuoteRequest } from "@/core/quote/request";
import type { LiveRates } from "@/core/services/live-rate";
import type { Item } from "@/core/setup/item";
import { CompiledSuspensions } from "@/core/suspensions/compiled-suspensions";
import type { Suspension } from "@/core/suspensions/suspension";
import { parseSetup, parseWith } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";
import { smallestSetup, sure } from "./smallest-setup";

export const now = "2026-11-24T08:00:00Z";

export const box = {
  sku: "BOX",
  name: "Box",
  weight: { value: "2", unit: "kg" },
  unitPrice: "10.00",
} satisfies Item;

/** What differs from one box of 2 kg and 10.00 that goes from the only shed to Estonia. */
export interface Case {
  readonly setup?: (setup: Setup) => unknown;
  readonly items?: readonly Item[];
  readonly request?: Partial<QuoteRequest>;
  readonly live?: LiveRates;
  readonly suspensions?: readonly Suspension[];
}

/** The quote of a case with its working; held to be the same without. The setup is read anew, so that it must be valid. */
export function quoteWith({
  setup: change,
  items = [box],
  request = {},
  live,
  suspensions,
}: Case = {}): Quote {
  const setup = smallestSetup();
  change?.(setup);
  const compiled = sure(compileSetup(sure(parseSetup(setup))));
  const catalogue = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
  const asked = sure(
    parseWith(quoteRequestSchema, {
      channel: "web",
      shipTo: { country: "EE" },
      lines: [{ sku: "BOX", quantity: 1 }],
      ...request,
    }),
  );
  const context = {
    items: (sku: string) => catalogue.get(sku),
    now,
    ...(live ? { liveRates: live } : {}),
    ...(suspensions ? { suspensions: new CompiledSuspensions(suspensions) } : {}),
  };
  const plain = sure(quote(compiled, asked, context));
  const explained = sure(quote(compiled, { ...asked, working: true }, context));
  // the explained call is the short call with its steps
  expect(withoutWorking(explained)).toEqual(plain);
  for (const offer of explained.offers) addsUp(offer);
  return explained;
}

export function withoutWorking(quoted: Quote): Quote {
  return {
    ...quoted,
    offers: quoted.offers.map(({ working: _, ...offer }) => offer),
    withheld: quoted.withheld.map(({ working: _, ...offer }) => offer),
  };
}

const cents = (text: string) => Math.round(Number(text) * 1000);

/** Charge lines add up to the offer's figures, and net and tax to gross. */
export function addsUp(offer: QuotedOffer): void {
  const sum = (of: "net" | "tax") => offer.chargeLines.reduce((all, line) => all + cents(line[of]), 0);
  expect([sum("net"), sum("tax")]).toEqual([cents(offer.net), cents(offer.tax)]);
  expect(cents(offer.net) + cents(offer.tax)).toBe(cents(offer.gross));
  expect(cents(offer.net) - cents(offer.cost)).toBe(cents(offer.margin));
}

/** The net charge of the first offer, or why it is withheld. */
export function netOrReason(of: Case): string {
  const { offers, withheld } = quoteWith(of);
  return offers[0]?.net ?? withheld[0]?.because[0]?.rejection.reason ?? withheld[0]?.reason ?? "nothing";
}

export const service = (change: (service: Setup["services"][number], setup: Setup) => unknown): Case => ({
  setup: (setup) => change(setup.services[0]!, setup),
});

/** The one offer, without its margin. */
export const offer = (change: (offer: Setup["offers"][number], setup: Setup) => unknown): Case => ({
  setup: (setup) => {
    delete setup.offers[0]!.adjust;
    change(setup.offers[0]!, setup);
  },
});

export const kg = (value: string) => ({ value, unit: "kg" as const });
export const cm = (value: string) => ({ value, unit: "cm" as const });
export const sized = {
  ...box,
  size: { length: "100", width: "20", height: "10", unit: "cm" },
} satisfies Item;
export const pieces = (quantity: number, more: object = {}) => ({
  lines: [{ sku: "BOX", quantity, ...more }],
});
