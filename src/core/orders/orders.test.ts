import fc from "fast-check";
import { Decimal, sum } from "../money/decimal";
import type { Quote, QuotedOffer } from "../quote/quote";
import { addressFaults } from "./address-faults";
import { chooseOffer, losesMore, type Choice } from "./choose-offer";
import { chargedAt, chargedByHand } from "./hand-charge";
import { orderSchema, quoteRequestOf } from "./order";
import { isPostcodeOf, postcodeExample } from "./postcode-shape";
import { isStillSo, standOf, type Standing } from "./stand";
import { parseWith } from "../setup/parse-setup";

function offer(own: Partial<QuotedOffer> & { readonly offer: string }): QuotedOffer {
  const { net = "8.20", gross = "10.00", cost = "6.00" } = own;
  const tax = Decimal.of(gross).minus(Decimal.of(net)).toFixed(2);
  return {
    name: own.offer,
    net,
    tax,
    gross,
    free: false,
    cost,
    margin: Decimal.of(net).minus(Decimal.of(cost)).toFixed(2),
    shipments: [{ origin: "TRT", service: "POST", parcels: 1, cost, lines: [{ sku: "A", quantity: 1 }] }],
    chargeLines: [{ type: "freight", name: own.offer, net, taxPercent: "22", tax }],
    ...own,
  };
}

function quoted(...offers: readonly QuotedOffer[]): Quote {
  return {
    currency: "EUR",
    measures: {
      quantity: 1,
      lines: 1,
      parcels: 1,
      volume: "0",
      goodsValue: "10.00",
      goodsValueIncTax: "12.20",
    },
    offers,
    withheld: [],
    warnings: [],
  };
}

const home = { country: "EE", postcode: "51013", city: "Tartu", lines: ["Kase 4"] };
const rule = { take: "first", mostLoss: "0" } as const;
const choice: Choice = { wish: undefined, rule, includesTax: true };
const chosenOf = (quote: Quote, own: Partial<Choice> = {}) => {
  const chosen = chooseOffer(quote, { ...choice, ...own });
  return "setAside" in chosen ? chosen.setAside : [chosen.offer.offer, chosen.charged.gross, chosen.by];
};

describe("which offer an order gets when nobody looks at it", () => {
  const slow = offer({ offer: "slow", promise: { earliest: "2026-12-01", latest: "2026-12-04" } });
  const fast = offer({
    offer: "fast",
    net: "16.39",
    gross: "20.00",
    cost: "9.00",
    promise: { earliest: "2026-11-27", latest: "2026-11-28" },
  });
  const cheap = offer({ offer: "cheap", net: "4.10", gross: "5.00", cost: "4.00" });

  test("by the channel's rule: the first, the cheapest with tax, the soonest, the one that leaves most", () => {
    const quote = quoted(slow, fast, cheap);
    expect(chosenOf(quote)).toEqual(["slow", "10.00", "rule"]);
    expect(chosenOf(quote, { rule: { take: "cheapest", mostLoss: "0" } })).toEqual(["cheap", "5.00", "rule"]);
    expect(chosenOf(quote, { rule: { take: "fastest", mostLoss: "0" } })).toEqual(["fast", "20.00", "rule"]);
    expect(chosenOf(quote, { rule: { take: "margin", mostLoss: "0" } })).toEqual(["fast", "20.00", "rule"]);
  });

  test("of equal ones the first of the channel's list, whatever the rule", () => {
    const twins = quoted(offer({ offer: "one" }), offer({ offer: "two" }));
    for (const take of ["first", "cheapest", "fastest", "margin"] as const)
      expect(chosenOf(twins, { rule: { take, mostLoss: "0" } })).toEqual(["one", "10.00", "rule"]);
    // one that promises nothing is never the soonest
    const silent = quoted(offer({ offer: "silent" }), slow);
    expect(chosenOf(silent, { rule: { take: "fastest", mostLoss: "0" } })).toEqual(["slow", "10.00", "rule"]);
  });

  test("the buyer's wish goes first, at what they were told", () => {
    const wish = { offer: "fast", gross: "12.00" };
    expect(chosenOf(quoted(slow, fast), { wish })).toEqual(["fast", "12.00", "wish"]);
    expect(chosenOf(quoted(slow, fast), { wish: { offer: "fast" } })).toEqual(["fast", "20.00", "wish"]);
    expect(chosenOf(quoted(slow), { wish })).toEqual(["slow", "10.00", "rule"]);
  });

  test("a wish that loses more than the channel's limit gives way to its rule; at the limit it is kept", () => {
    // 9.00 of cost, and 7.38 without tax are charged: 1.62 are lost
    const wish = { offer: "fast", gross: "9.00" };
    const lost = (mostLoss: string) =>
      chosenOf(quoted(fast, slow), { wish, rule: { take: "cheapest", mostLoss } });
    expect(lost("1.62")).toEqual(["fast", "9.00", "wish"]);
    expect(lost("1.61")).toEqual(["slow", "10.00", "rule"]);
  });

  test("what would lose too much by the rule is set aside, and so is what nothing is offered for", () => {
    const dear = offer({ offer: "dear", cost: "8.21" });
    expect(chosenOf(quoted(dear))).toBe("loss");
    expect(chosenOf(quoted(dear), { rule: { take: "first", mostLoss: "0.01" } })).toEqual([
      "dear",
      "10.00",
      "rule",
    ]);
    expect(chosenOf(quoted())).toBe("nothing-offered");
    expect(losesMore({ margin: "-0.01" }, rule)).toBe(true);
  });
});

describe("a charge with a part by hand", () => {
  const eur = { includesTax: true, currency: "EUR" };

  test("another amount with tax has its tax taken out, at the tax of the offer's own line", () => {
    expect(chargedAt(offer({ offer: "home" }), { gross: "6.10" }, "EUR", "late")).toMatchObject({
      net: "5.00",
      tax: "1.10",
      gross: "6.10",
      cost: "6.00",
      margin: "-1.00",
      chargeLines: [{ type: "freight", net: "5.00", byHand: { reason: "late", workedOut: "10.00" } }],
    });
    expect(chargedAt(offer({ offer: "home" }), { net: "5.00" }, "EUR")).toMatchObject({
      gross: "6.10",
      chargeLines: [{ byHand: { workedOut: "8.20" } }],
    });
    // told both, the tax is what is between them
    expect(chargedAt(offer({ offer: "home" }), { net: "5.00", gross: "6.25" }, "EUR")).toMatchObject({
      net: "5.00",
      tax: "1.25",
      gross: "6.25",
    });
  });

  test("is taxed as the greatest part where the charge was split over the goods' rates, and stays reverse charge", () => {
    const line = (net: string, taxPercent: string) => ({
      type: "freight",
      name: "Home",
      net,
      taxPercent,
      tax: "0",
    });
    const charged = (chargeLines: QuotedOffer["chargeLines"]) =>
      chargedAt(offer({ offer: "home", chargeLines }), { net: "5.00" }, "EUR").chargeLines;
    expect(charged([line("2.00", "9"), line("7.00", "22")])).toMatchObject([
      { taxPercent: "22", tax: "1.10" },
    ]);
    expect(charged([{ ...line("2.00", "0"), reverseCharge: true }])).toMatchObject([
      { taxPercent: "0", reverseCharge: true },
    ]);
    // a further charge of another type is none of it, however great
    expect(charged([line("2.00", "9"), { ...line("70.00", "22"), type: "handling" }])).toMatchObject([
      { taxPercent: "9" },
    ]);
  });

  test("nothing waives it: a line of 0 that says what was worked out", () => {
    expect(chargedAt(offer({ offer: "home" }), { gross: "0" }, "EUR", "our fault")).toMatchObject({
      net: "0.00",
      tax: "0.00",
      gross: "0.00",
      margin: "-6.00",
    });
  });

  test("further lines are taxed each at its own rate, in the channel's own way", () => {
    const lines = [
      { type: "packing", name: "Packing", amount: "2.44", taxPercent: "22", reason: "frail" },
      { type: "insurance", name: "Insurance", amount: "3.00", taxPercent: "0", reason: "asked for" },
    ];
    const charged = chargedByHand(offer({ offer: "home" }), { lines }, eur);
    expect(charged.chargeLines.slice(1)).toEqual([
      {
        type: "packing",
        name: "Packing",
        net: "2.00",
        taxPercent: "22",
        tax: "0.44",
        byHand: { reason: "frail" },
      },
      {
        type: "insurance",
        name: "Insurance",
        net: "3.00",
        taxPercent: "0",
        tax: "0.00",
        byHand: { reason: "asked for" },
      },
    ]);
    expect(charged).toMatchObject({ net: "13.20", tax: "2.24", gross: "15.44", margin: "7.20" });
    expect(chargedByHand(offer({ offer: "home" }), { lines }, { ...eur, includesTax: false })).toMatchObject({
      net: "13.64",
      gross: "15.98",
    });
  });

  test("its lines always add up, and nothing is lost between net and gross", () => {
    const cents = fc.integer({ min: 0, max: 100_000 }).map((n) => (n / 100).toFixed(2));
    const line = fc.record({
      type: fc.constant("packing"),
      name: fc.constant("Packing"),
      amount: cents,
      taxPercent: fc.constantFrom("0", "9", "22", "25.5"),
      reason: fc.constant("so"),
    });
    fc.assert(
      fc.property(
        fc.option(cents),
        fc.array(line, { maxLength: 4 }),
        fc.boolean(),
        (gross, lines, includesTax) => {
          const amount = gross === null ? {} : { amount: { gross, reason: "so" } };
          const charged = chargedByHand(
            offer({ offer: "home" }),
            { ...amount, lines },
            { includesTax, currency: "EUR" },
          );
          const of = (field: "net" | "tax") => sum(charged.chargeLines.map((one) => Decimal.of(one[field])));
          expect(charged.net).toBe(of("net").toFixed(2));
          expect(charged.tax).toBe(of("tax").toFixed(2));
          expect(charged.gross).toBe(of("net").plus(of("tax")).toFixed(2));
          expect(charged.chargeLines).toHaveLength(1 + lines.length);
          if (gross !== null)
            expect(
              Decimal.of(charged.chargeLines[0]!.net)
                .plus(Decimal.of(charged.chargeLines[0]!.tax))
                .toFixed(2),
            ).toBe(gross);
        },
      ),
      { seed: 16 },
    );
  });
});

describe("where an order stands", () => {
  const given = offer({ offer: "home" });
  const standing = (own: Partial<Standing> = {}): Standing => ({
    ...choice,
    shipTo: home,
    basis: "A",
    applied: undefined,
    quote: quoted(given),
    isShort: false,
    ...own,
  });
  const applied = (own: Partial<NonNullable<Standing["applied"]>> = {}) => ({
    basis: "A",
    offer: given,
    charged: chargedAt(given, undefined, "EUR"),
    isByHand: false,
    ...own,
  });

  test("without a charge it is to be rated; with one that still is so it is ready", () => {
    expect(standOf(standing())).toEqual({ state: "to-rate", look: [] });
    expect(standOf(standing({ applied: applied() }))).toEqual({ state: "ready", look: [] });
  });

  test.each([
    ["the order is another", { basis: "B" }],
    ["it is not given any more", { quote: quoted(offer({ offer: "other" })) }],
    ["it would be charged otherwise", { quote: quoted(offer({ offer: "home", net: "8.19" })) }],
    [
      "it would be charged by other lines",
      {
        quote: quoted(
          offer({
            offer: "home",
            chargeLines: [{ type: "fuel", name: "home", net: "8.20", taxPercent: "22", tax: "1.80" }],
          }),
        ),
      },
    ],
    [
      "it would leave from another place",
      {
        quote: quoted(offer({ offer: "home", shipments: [{ ...given.shipments[0]!, origin: "GDY" }] })),
      },
    ],
  ] as const)("out of date when %s", (_, own) => {
    expect(standOf(standing({ applied: applied(), ...own })).state).toBe("out-of-date");
  });

  test("a cost that alone differs leaves it ready", () => {
    const dearer = offer({ offer: "home", cost: "6.50" });
    expect(isStillSo(given, dearer)).toBe(true);
    expect(standOf(standing({ applied: applied(), quote: quoted(dearer) })).state).toBe("ready");
  });

  test("what is odd is told beside, in the order of the list", () => {
    const look = (own: Partial<Standing>) => standOf(standing(own)).look;
    expect(look({ quote: undefined })).toEqual(["nothing-offered"]);
    expect(look({ quote: { ...quoted(), warnings: [{ code: "weight-missing", skus: ["A"] }] } })).toEqual([
      "nothing-offered",
      "weight-missing",
    ]);
    expect(look({ isShort: true, shipTo: { country: "EE", postcode: "5101" } })).toEqual([
      "address-odd",
      "stock-short",
    ]);
    const suspended = {
      offer: "home",
      name: "home",
      reason: "suspended" as const,
      rejection: { reason: "suspended" } as never,
      because: [],
    };
    const quote = { ...quoted(offer({ offer: "other" })), withheld: [suspended] };
    expect(look({ quote })).toEqual(["suspended"]);
    expect(look({ quote, wish: { offer: "other" } })).toEqual([]);
    expect(look({ quote, wish: { offer: "home" } })).toEqual(["wish-differs", "suspended"]);
    expect(look({ quote: quoted(offer({ offer: "home", cost: "9.00" })) })).toEqual(["loss"]);
  });

  test("a wish that is not what we would charge is looked at until somebody settles it with a reason", () => {
    const look = (own: Partial<Standing>) => standOf(standing(own)).look;
    expect(look({ wish: { offer: "home", gross: "10.00" } })).toEqual([]);
    expect(look({ wish: { offer: "home", gross: "10" } })).toEqual([]);
    expect(look({ wish: { offer: "home", gross: "9.90" } })).toEqual(["wish-differs"]);
    expect(look({ wish: { offer: "home", net: "8.19" }, includesTax: false })).toEqual(["wish-differs"]);
    const wish = { offer: "home", gross: "9.90" };
    expect(look({ wish, applied: applied() })).toEqual(["wish-differs"]);
    const charged = chargedAt(given, { gross: "9.90" }, "EUR");
    expect(look({ wish, applied: applied({ charged }) })).toEqual([]);
    expect(look({ wish, applied: applied({ isByHand: true }) })).toEqual([]);
  });

  test("a charge that loses more than the limit is looked at, whatever its wish", () => {
    const charged = chargedAt(given, { gross: "1.22" }, "EUR");
    const standingLoss = standing({ applied: applied({ charged, isByHand: true }) });
    expect(standOf(standingLoss).look).toEqual(["loss"]);
    expect(standOf({ ...standingLoss, rule: { take: "first", mostLoss: "5" } }).look).toEqual([]);
  });
});

describe("an address", () => {
  test("a postcode is one of its country however it is written; where nobody knows it is none of our business", () => {
    for (const [country, postcode] of [
      ["EE", "51013"],
      ["SE", "621 45"],
      ["GB", "sw1a 1aa"],
      ["GB", "M1 1AE"],
      ["NL", "1011 ab"],
      ["PL", "80-001"],
      ["PT", "1000-205"],
      ["LV", "LV-1010"],
      ["IE", "D02 X285"],
      ["US", "02134-1000"],
    ] as const)
      expect([country, postcode, isPostcodeOf(country, postcode)]).toEqual([country, postcode, true]);
    for (const [country, postcode] of [
      ["EE", "5101"],
      ["AX", "51013"],
      ["GB", "12345"],
      ["NL", "1011"],
      ["FI", "00 10O"],
    ] as const)
      expect([country, postcode, isPostcodeOf(country, postcode)]).toEqual([country, postcode, false]);
    expect(isPostcodeOf("HK", "anything")).toBeUndefined();
    expect(postcodeExample("HK")).toBeUndefined();
  });

  test("every example is a postcode of its country", () => {
    for (const country of ["EE", "IE", "GB", "AX", "SM", "VA", "NL", "MT", "LT"])
      expect([country, isPostcodeOf(country, postcodeExample(country) ?? "")]).toEqual([country, true]);
  });

  test("what is odd is told in the order of the address", () => {
    expect(addressFaults(home)).toEqual([]);
    expect(addressFaults({ country: "EE" })).toEqual(["no-street", "no-postcode", "no-town"]);
    // a collection and a box need no street, and where nobody knows of postcodes none is missed
    expect(addressFaults({ country: "EE", postcode: "51013", city: "Tartu", collectionPoint: true })).toEqual(
      [],
    );
    expect(addressFaults({ country: "HK", city: "Kowloon", poBox: true })).toEqual([]);
    expect(addressFaults({ ...home, postcode: "5101", email: "nobody" })).toEqual([
      "postcode-shape",
      "mail-at-sign",
    ]);
  });
});

describe("an order as data", () => {
  const order = {
    number: "W/1042-a",
    channel: "web",
    customer: { name: "Salme" },
    shipTo: home,
    lines: [{ sku: "A", quantity: 2, unitPrice: "1.50" }],
  };
  const pathsOf = (input: unknown) => {
    const read = parseWith(orderSchema, input);
    return read.ok ? [] : read.problems.map(({ path }) => path);
  };

  test("what is wrong is told with its place", () => {
    expect(pathsOf(order)).toEqual([]);
    expect(pathsOf({ ...order, number: " x" })).toEqual(["number"]);
    expect(pathsOf({ ...order, number: "a\nb" })).toEqual(["number"]);
    expect(pathsOf({ ...order, customer: { name: "  " } })).toEqual(["customer/name"]);
    expect(pathsOf({ ...order, shipTo: { ...home, country: "XX" } })).toEqual(["shipTo/country"]);
    expect(pathsOf({ ...order, lines: [] })).toEqual(["lines"]);
    expect(pathsOf({ ...order, placedAt: "yesterday" })).toEqual(["placedAt"]);
    expect(pathsOf({ ...order, wish: { offer: "home", gross: "-1" } })).toEqual(["wish/gross"]);
    expect(pathsOf({ ...order, billTo: { country: "EE", poBox: true } })).toEqual(["billTo/poBox"]);
  });

  test("what it asks a quote for says all the rating depends on, and nothing of who the customer is", () => {
    const read = parseWith(orderSchema, {
      ...order,
      customer: { name: "Salme", group: "dealer", taxId: "EE1" },
      coupon: "HONEY",
      note: "ring twice",
      signature: true,
    });
    if (!read.ok) throw new Error("it is well formed");
    expect(quoteRequestOf(read.value, "2026-11-24T10:00:00.000Z")).toEqual({
      channel: "web",
      placedAt: "2026-11-24T10:00:00.000Z",
      shipTo: { country: "EE", postcode: "51013", city: "Tartu", poBox: false, collectionPoint: false },
      customer: { group: "dealer", taxId: "EE1" },
      coupon: "HONEY",
      cashOnDelivery: false,
      signature: true,
      lines: order.lines,
    });
  });
});
