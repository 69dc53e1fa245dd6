import type { Setup } from "@/core/setup/setup";
import { wordQuote } from "@/messages/word-quote";
import { quoteWith, type Case } from "../../../tests/support/quote-with";
import { publicQuote } from "./public-quote";

type Offer = Setup["offers"][number];

/** What a key without the scope `costs` is told: as text, so that nothing can hide in it. */
function told(change: (offer: Offer) => unknown, more: Partial<Case> = {}): string {
  // 7.77 is what the carrier bills, and nothing else
  const quoted = quoteWith({
    setup: (s) => {
      s.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = "7.77";
      s.offers[0]!.plan = { kind: "flat", amount: "12", per: "order" };
      delete s.offers[0]!.adjust;
      change(s.offers[0]!);
    },
    ...more,
  });
  expect(JSON.stringify(quoted)).toContain("7.77");
  return JSON.stringify(publicQuote(wordQuote(quoted)));
}

test.each<[string, (offer: Offer) => unknown]>([
  ["a flat charge", () => undefined],
  ["cost plus a margin", (o) => ((o.plan = { kind: "costPlus" }), (o.adjust = { marginPercent: "30" }))],
  ["terms on the cost", (o) => (o.plan = { kind: "terms", terms: [{ percent: "130", of: "cost" }] })],
  [
    "an addition on the cost",
    (o) => (o.adjust = { additions: [{ name: "Risk", amount: { percent: "5", of: "cost" } }] }),
  ],
  [
    "the higher of two rules",
    (o) => {
      o.adjust = { marginPercent: "30" };
      o.plan = {
        kind: "ladder",
        match: "highest",
        rules: [
          { when: [], then: { costPlus: true } },
          { when: [], then: { terms: [{ constant: "1" }] } },
        ],
      };
    },
  ],
])("%s tells nothing of what the carrier bills", (_, change) => {
  const text = told(change);
  expect(text).not.toContain("7.77");
  expect(text).not.toMatch(/"(cost|margin)":/);
  expect(text).not.toContain('"station":"rate"');
});

test("what the customer pays, and when it comes, is still told with its steps", () => {
  const text = told(() => undefined);
  expect(text).toContain('"gross":"14.64"');
  expect(text).toContain("Tax 22 % is 2.64 EUR: 14.64 EUR with tax.");
  expect(text).toContain("arrives-between");
});

test("neither a coupon's text, nor another group's name, nor how much lies where is told", () => {
  const secret = quoteWith({
    setup: (s) => {
      const [first] = s.offers;
      s.offers = [
        first!,
        { ...first!, code: "club", couponOnly: "HONEY" },
        { ...first!, code: "trade", customerGroups: ["dealer-gold"] },
        { ...first!, code: "thanks", free: { anyOf: [{ coupon: ["HONEY", "NECTAR"] }] } },
        {
          ...first!,
          code: "steps",
          plan: {
            kind: "ladder",
            match: "first",
            rules: [{ when: [{ coupon: ["NECTAR"] }], then: { free: true } }],
            otherwise: { terms: [{ constant: "3" }] },
          },
        },
      ];
    },
    request: { coupon: "NECTAR" },
  });
  const all = JSON.stringify(wordQuote(secret));
  for (const word of ["HONEY", "dealer-gold"]) expect(all).toContain(word);
  const told = JSON.stringify(publicQuote(wordQuote(secret)));
  for (const word of ["HONEY", "NECTAR", "dealer-gold"]) expect(told).not.toContain(word);
  expect(told).toContain("Only with a coupon");
  const stock = [
    {
      sku: "BOX",
      name: "Box",
      weight: { value: "2", unit: "kg" as const },
      stock: [{ origin: "SHED", quantity: 7 }],
    },
  ];
  const short = quoteWith({ items: stock, request: { lines: [{ sku: "BOX", quantity: 9 }] } });
  expect(JSON.stringify(wordQuote(short))).toContain("7");
  expect(JSON.stringify(publicQuote(wordQuote(short)))).not.toMatch(/\b7\b/);
});
