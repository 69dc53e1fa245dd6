import type { ReasonCode } from "@/core/working/reason";
import { reasonCodes, reasonSentence } from "@/messages/reason-sentence";
import type { Setup } from "@/core/setup/setup";
import { box, cm, kg, offer, pieces, quoteWith, service, type Case } from "../support/quote-with";

const setup = (change: (s: Setup) => unknown): Case => ({ setup: change });
const twoPlaces: Case = {
  setup: (s) => {
    s.origins.push({ ...s.origins[0]!, code: "BARN", name: "Barn", rank: 2 });
    s.services.push({ ...s.services[0]!, code: "OTHER", origins: ["BARN"] });
    s.services[0]!.origins = ["SHED"];
    s.sourcing.split = "byLine";
    s.offers[0]!.services = ["PARCEL", "OTHER"];
    s.offers[0]!.acrossOrigins = "sameService";
  },
  items: [
    { ...box, sku: "A", stock: [{ origin: "SHED", quantity: 1 }] },
    { ...box, sku: "B", stock: [{ origin: "BARN", quantity: 1 }] },
  ],
  request: {
    lines: [
      { sku: "A", quantity: 1 },
      { sku: "B", quantity: 1 },
    ],
  },
};

/** For each reason an order that meets it, and the sentence people read. */
const provoking: Record<Exclude<ReasonCode, "nothing-to-ship">, [of: Case, sentence: string]> = {
  "no-exchange-rate": [setup((s) => (s.tariffs[0]!.currency = "SEK")), "No exchange rate from SEK to EUR"],
  "weight-missing": [{ items: [{ sku: "BOX", name: "Box" }] }, "No weight for BOX"],
  "size-missing": [service((s) => (s.limits = { maxLength: cm("50") })), "No size for BOX"],
  "out-of-stock": [
    { items: [{ ...box, stock: [{ origin: "SHED", quantity: 3 }] }], request: pieces(5) },
    "5 of BOX wanted, The shed has most with 3",
  ],
  "origin-cannot-ship": [setup((s) => (s.origins[0]!.active = false)), "No origin may ship BOX there"],
  "origin-not-served-by-service": [
    {
      setup: (s) => {
        s.origins.push({ ...s.origins[0]!, code: "BARN" });
        s.services[0]!.origins = ["BARN"];
      },
      request: pieces(1, { origin: "SHED" }),
    },
    "Parcel does not leave from SHED",
  ],
  "zone-not-found": [setup((s) => (s.zoneCharts[0]!.entries = [])), "EE is in no zone of Everywhere"],
  "zone-not-served": [
    setup((s) => (s.zoneCharts[0]!.entries[0]!.zone = null)),
    "EE is not served: EE in Everywhere",
  ],
  "no-edition": [{ request: { placedAt: "2025-12-30T08:00:00Z" } }, "Parcel has no edition for 2025-12-31"],
  "no-rate": [
    setup((s) => (s.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = null)),
    "Parcel has no rate in zone 1 for up to and including 5 kg",
  ],
  "above-last-break": [{ request: pieces(16) }, "32 kg is over the last break of Parcel, 30 kg"],
  "below-first-break": [
    setup((s) => (s.tariffs[0]!.boundary = "from")),
    "2 kg is under the first break of Parcel, 5 kg",
  ],
  "limit-weight": [
    service((s) => (s.limits = { maxParcelWeight: kg("1.5") })),
    "Parcel of 2 kg is over 1.5 kg",
  ],
  "limit-size": [
    {
      ...service((s) => (s.limits = { maxLength: cm("50") })),
      items: [{ ...box, size: { length: "60", width: "1", height: "1", unit: "cm" } }],
    },
    "Longest side of 60 cm is over 50 cm",
  ],
  "limit-value": [
    service((s) => (s.limits = { maxGoodsValue: { amount: "9.99", currency: "EUR" } })),
    "Goods of 10.00 EUR are over 9.99 EUR",
  ],
  "limit-parcels": [
    {
      ...service((s) => (s.limits = { maxParcels: 1 })),
      items: [{ ...box, shipsAlone: true }],
      request: pieces(2),
    },
    "2 parcels, at most 1",
  ],
  "po-box": [
    { ...offer((o) => (o.poBox = false)), request: { shipTo: { country: "EE", poBox: true } } },
    "Parcel does not go to PO boxes",
  ],
  "cash-on-delivery": [{ request: { cashOnDelivery: true } }, "Parcel does not take cash on delivery"],
  "collection-point": [
    {
      ...service((s) => (s.accepts = { collectionPoint: false })),
      request: { shipTo: { country: "EE", collectionPoint: true } },
    },
    "Parcel does not go to collection points",
  ],
  signature: [
    { ...service((s) => (s.accepts = { signature: false })), request: { signature: true } },
    "Parcel does not ask for a signature",
  ],
  "goods-class": [
    {
      setup: (s) => {
        s.goodsClasses = [{ code: "live", name: "Live" }];
        s.services[0]!.accepts = { refusesGoodsClasses: ["live"] };
      },
      items: [{ ...box, goodsClass: "live" }],
    },
    "BOX is live, which is not taken",
  ],
  "transport-mode": [
    {
      setup: (s) => {
        s.goodsClasses = [{ code: "live", name: "Live", notBy: ["air"] }];
        s.services[0]!.mode = "air";
      },
      items: [{ ...box, goodsClass: "live" }],
    },
    "Parcel goes by air, which BOX, being live, may not",
  ],
  "item-banned": [
    setup((s) => (s.itemExceptions = [{ item: "BOX", do: "ban" }])),
    "BOX is not sent this way",
  ],
  destination: [offer((o) => (o.destinations = { not: [{ country: "EE" }] })), "Not offered in EE"],
  "customer-group": [offer((o) => (o.customerGroups = ["dealer", "station"])), "Only for dealer or station"],
  coupon: [offer((o) => (o.couponOnly = "HONEY")), "Only with the coupon HONEY"],
  "no-rule-matched": [
    offer((o) => (o.plan = { kind: "ladder", match: "first", rules: [] })),
    "No rule fits this order",
  ],
  "withheld-by-rule": [
    offer(
      (o) => (o.plan = { kind: "ladder", match: "first", rules: [], otherwise: { withhold: "Ask us." } }),
    ),
    "Ask us.",
  ],
  "no-service": [offer((o) => (o.services = [])), "No service stands behind this offer"],
  "no-common-service": [twoPlaces, "No one service can take all its shipments"],
  suspended: [
    {
      suspensions: [
        {
          id: "a",
          what: "service",
          code: "PARCEL",
          effect: "stop",
          reason: "Strike",
          from: "2026-11-24T00:00:00Z",
          until: "2026-11-30T16:00:00Z",
        },
      ],
    },
    "Strike (service PARCEL is suspended until 2026-11-30 18:00)",
  ],
  "live-unavailable": [
    service((one, s) => {
      s.connections = [{ code: "sim", adapter: "x", carrier: "POST", timeoutMs: 1000, cacheMinutes: 30 }];
      one.rate = { live: "sim", liveService: "ECO" };
    }),
    "sim gives no rate now",
  ],
  "free-offer-given": [
    offer((o, s) => {
      o.plan = { kind: "flat", amount: "0", per: "order" };
      s.channels[0]!.whenFree = "dropSlowerOrEqual";
      s.offers.push({ ...o, code: "dear", plan: { kind: "flat", amount: "5", per: "order" } });
    }),
    "Parcel is free and no slower",
  ],
  inactive: [service((s) => (s.active = false)), "The service Parcel is switched off"],
};

test.each(reasonCodes.filter((code) => code !== "nothing-to-ship"))("%s", (code) => {
  const [of, sentence] = provoking[code as keyof typeof provoking];
  const { withheld } = quoteWith(of);
  const rejections = withheld.flatMap(({ rejection, because }) => [
    rejection,
    ...because.map((one) => one.rejection),
  ]);
  const found = rejections.find(({ reason }) => reason === code);
  expect(found && reasonSentence(found)).toBe(sentence);
});

test("nothing-to-ship", () => {
  const { reason, offers, withheld } = quoteWith({ items: [{ ...box, shippable: false }] });
  expect([reason, offers, withheld]).toEqual(["nothing-to-ship", [], []]);
  expect(reasonSentence({ reason: "nothing-to-ship", inputs: {}, source: "" })).toBe(
    "Nothing on this order ships",
  );
});
