import { box, now, offer, quoteWith as run, sized } from "../../../tests/support/quote-with";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileItem } from "../parcels/compiled-item";
import { parseWith } from "../setup/parse-setup";
import { compileSetup } from "./compiled-setup";
import { quote } from "./quote-order";
import { quoteRequestSchema } from "./request";

test("pieces that do not add up are told with both numbers", () => {
  const origins = [{ origin: "SHED", quantity: 2 }];
  const parsed = parseWith(quoteRequestSchema, {
    channel: "web",
    shipTo: { country: "EE" },
    lines: [{ sku: "BOX", quantity: 3, origins }],
  });
  expect(parsed).toMatchObject({
    problems: [{ code: "pieces-do-not-add-up", path: "lines/0/origins", data: { pieces: "2", of: "3" } }],
  });
});

test("a price in a currency without a rate is told with its line and both currencies", () => {
  const compiled = sure(compileSetup(smallestSetup()));
  const item = compileItem({ ...box, currency: "SEK" }, new Map());
  const asked = { channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "BOX", quantity: 1 }] };
  expect(quote(compiled, asked, { items: () => item, now })).toEqual({
    ok: false,
    problems: [{ code: "no-exchange-rate", path: "lines/0/unitPrice", data: { from: "SEK", to: "EUR" } }],
  });
});

test("what is not there is left out, and an order with all it needs has no warnings", () => {
  const quoted = run({ setup: (s) => (s.services[0]!.rate = { none: true }), items: [sized] });
  expect(quoted.warnings).toEqual([]);
  expect(quoted).not.toHaveProperty("reason");
  const [given] = quoted.offers;
  expect(given?.shipments[0]).not.toHaveProperty("zone");
  expect(given).not.toHaveProperty("freeFrom");
  const nothing = run({ items: [{ ...box, shippable: false }] });
  expect(nothing).toEqual({
    currency: "EUR",
    measures: expect.anything() as unknown,
    offers: [],
    withheld: [],
    warnings: [],
    reason: "nothing-to-ship",
  });
});

test("a withheld offer has its working as far as it came, and none where none is asked for", () => {
  const [withheld] = run({ setup: (s) => (s.offers[0]!.active = false) }).withheld;
  expect(withheld?.working?.map(({ code, station }) => `${station} ${code}`)).toEqual([
    "order order-measured",
  ]);
  const compiled = sure(compileSetup(smallestSetup()));
  const asked = { channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "BOX", quantity: 99 }] };
  const item = compileItem(box, new Map());
  const plain = sure(quote(compiled, asked, { items: () => item, now }));
  expect(plain.withheld[0]).not.toHaveProperty("working");
});

test("a charge that terms take below nothing is nothing, with what it was and where", () => {
  const below = offer(
    (o) => (o.plan = { kind: "terms", terms: [{ amount: "-3", measure: "parcels" } as never] }),
  );
  const [given] = run({
    ...below,
    setup: (s) => {
      below.setup?.(s);
      delete s.offers[0]!.adjust;
    },
  }).offers;
  expect(given).toMatchObject({ net: "0.00", gross: "0.00", free: true, chargeLines: [{ net: "0.00" }] });
  expect(given?.working?.find(({ code }) => code === "charge-not-negative")).toEqual({
    code: "charge-not-negative",
    station: "charge",
    inputs: { before: { amount: "-3.00", currency: "EUR" } },
    result: "0.00",
    source: "offers/parcel",
  });
});

test("goods of an offer for collection are ready on the day they are handed over", () => {
  const [given] = run({ setup: (s) => (s.offers[0]!.tier = "collection") }).offers;
  expect(given?.promise).toEqual({ earliest: "2026-11-25", latest: "2026-11-25" });
});
