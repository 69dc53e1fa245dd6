import {
  box,
  cm,
  kg,
  netOrReason,
  offer,
  pieces,
  quoteWith,
  service,
  sized,
  type Case,
} from "../../../tests/support/quote-with";
import type { Amount } from "../setup/amount";
import type { Service } from "../setup/service";
import type { Setup } from "../setup/setup";

const costOf = (of: Case) => quoteWith(of).offers[0]?.cost ?? netOrReason(of);

describe("surcharges", () => {
  const surcharged = (surcharges: NonNullable<Service["surcharges"]>, more: Partial<Case> = {}): string =>
    costOf({ ...service((s) => (s.surcharges = surcharges)), ...more });
  const one = (amount: Amount, more: object = {}) =>
    surcharged([{ code: "x", name: "X", amount, ...more }], { request: pieces(2) });

  test.each<[string, Amount, string]>([
    ["a fixed amount", { fixed: "1.50" }, "5.70"],
    ["so much a parcel", { per: "parcel", amount: "0.30" }, "4.50"],
    ["so much a piece", { per: "piece", amount: "0.30" }, "4.80"],
    ["so much a kg", { per: "kg", amount: "0.30" }, "5.40"],
    ["so much a shipment", { per: "shipment", amount: "0.30" }, "4.50"],
    ["a percent of the freight", { percent: "10", of: "freight" }, "4.62"],
    ["a percent of the goods", { percent: "10", of: "goodsValue" }, "6.20"],
  ])("%s", (_, amount, cost) => {
    expect(one(amount)).toBe(cost);
  });

  test("each is rounded, half away from zero, and raised or cut to its bounds", () => {
    // 4.20 × 2.5 % = 0.105
    expect(one({ percent: "2.5", of: "freight" })).toBe("4.31");
    // two of them are 0.11 each, not 0.21 together
    const twice = ["a", "b"].map((code) => ({
      code,
      name: "X",
      amount: { percent: "2.5", of: "freight" } as const,
    }));
    expect(surcharged(twice)).toBe("4.42");
    expect(one({ percent: "2.5", of: "freight" }, { min: "0.50" })).toBe("4.70");
    expect(one({ percent: "50", of: "freight" }, { max: "0.25" })).toBe("4.45");
  });

  test("of the subtotal is of all so far, of the freight of the table alone; the order counts", () => {
    const ten = (of: "freight" | "subtotal"): Amount => ({ percent: "10", of });
    const list = (...amounts: Amount[]) =>
      surcharged(amounts.map((amount, i) => ({ code: `s${i}`, name: "S", amount })));
    expect(list({ fixed: "1" }, ten("freight"))).toBe("5.62");
    expect(list({ fixed: "1" }, ten("subtotal"))).toBe("5.72");
    expect(list(ten("subtotal"), { fixed: "1" })).toBe("5.62");
  });

  test("the fuel index of the day of handing over; before the first there is none", () => {
    const fuel = (placedAt: string) =>
      costOf({
        ...service((s, setup) => {
          setup.carriers[0]!.fuelIndex = [
            { from: "2026-03-01", percent: "20" },
            { from: "2026-02-01", percent: "10" },
          ];
          s.surcharges = [
            { code: "fuel", name: "Fuel", amount: { percentFromFuelIndex: true, of: "freight" } },
          ];
        }),
        request: { placedAt },
      });
    // Thursday for Friday; on Friday for the Monday that is in March
    expect([
      fuel("2026-01-29T08:00:00Z"),
      fuel("2026-02-26T08:00:00Z"),
      fuel("2026-02-27T08:00:00Z"),
    ]).toEqual(["4.20", "4.62", "5.04"]);
  });

  test("conditions decide whether one is added; one that can't be decided stops the service", () => {
    const long = (value: string) =>
      surcharged(
        [
          {
            code: "long",
            name: "Long",
            when: [{ measure: "longestSide", unit: "cm", op: ">", value }],
            amount: { fixed: "4" },
          },
        ],
        { items: [sized] },
      );
    expect([long("99.9"), long("100")]).toEqual(["8.20", "4.20"]);
    expect(
      surcharged([
        {
          code: "long",
          name: "Long",
          when: [{ measure: "longestSide", op: ">", value: "1" }],
          amount: { fixed: "4" },
        },
      ]),
    ).toBe("size-missing");
    // decided by what is known: no cash on delivery, whatever the size
    const both = [
      { cashOnDelivery: true },
      { measure: "longestSide" as const, op: ">" as const, value: "1" },
    ];
    expect(surcharged([{ code: "x", name: "X", when: both, amount: { fixed: "4" } }])).toBe("4.20");
  });

  test("a carrier's own money is its currency's, reckoned in the tariff's", () => {
    const mixed = service((s, setup) => {
      setup.carriers[0]!.currency = "SEK";
      setup.exchangeRates = [{ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" }];
      s.surcharges = [{ code: "x", name: "X", amount: { fixed: "10" } }];
    });
    expect(costOf(mixed)).toBe("5.20");
    expect(
      costOf({
        setup: (s) => {
          mixed.setup?.(s);
          s.exchangeRates = [];
        },
      }),
    ).toBe("no-exchange-rate");
  });
});

describe("bands", () => {
  const banded = (setup: Setup, boundary: "upTo" | "from" = "upTo") => {
    const table = setup.tariffs[0]!;
    table.boundary = boundary;
    table.editions[0] = {
      ...table.editions[0]!,
      breaks: [
        { edge: boundary === "upTo" ? "5" : "0", rate: "flat" },
        { edge: boundary === "upTo" ? "30" : "5", rate: "flat" },
      ],
      bands: { measure: "goodsValue", currency: "EUR", edges: ["20", "100"] },
      rows: [
        {
          zone: "1",
          rates: [
            ["4", "8"],
            ["5", "9"],
          ],
        },
      ],
    };
  };
  const worth = (unitPrice: string, boundary?: "upTo" | "from") =>
    costOf({ setup: (s) => banded(s, boundary), request: pieces(1, { unitPrice }) });

  test("the second measure picks the page, its edges on the side the tariff says", () => {
    expect([worth("20"), worth("20.01"), worth("100"), worth("100.01")]).toEqual([
      "4.00",
      "5.00",
      "5.00",
      "above-last-break",
    ]);
    expect([worth("19.99", "from"), worth("20", "from"), worth("100", "from")]).toEqual([
      "below-first-break",
      "4.00",
      "5.00",
    ]);
  });
});

describe("picking a service", () => {
  const two = (
    pick: "cheapest" | "fastest" | "listed",
    change: (fast: Service, s: Setup) => unknown = () => undefined,
  ) =>
    offer((o, s) => {
      const fast: Service = {
        ...s.services[0]!,
        code: "FAST",
        name: "Fast",
        transit: { minDays: 1, maxDays: 1 },
        surcharges: [{ code: "x", name: "X", amount: { fixed: "3" } }],
      };
      s.services.push(fast);
      o.services = ["FAST", "PARCEL"];
      o.pick = pick;
      change(fast, s);
    });
  const taken = (of: Case) => quoteWith(of).offers[0]?.shipments[0]?.service;

  test("the cheapest, the fastest (then the cheaper), the first listed", () => {
    expect([taken(two("cheapest")), taken(two("fastest")), taken(two("listed"))]).toEqual([
      "PARCEL",
      "FAST",
      "FAST",
    ]);
    expect(taken(two("fastest", (fast) => (fast.transit = { minDays: 0, maxDays: 3 })))).toBe("PARCEL");
    expect(taken(two("listed", (fast) => (fast.limits = { maxParcelWeight: kg("1") })))).toBe("PARCEL");
  });

  test("transit days by zone count for the zone they name", () => {
    const byZone = two(
      "fastest",
      (fast) => (fast.transit = { minDays: 1, maxDays: 1, byZone: [{ zone: "1", minDays: 8, maxDays: 9 }] }),
    );
    expect([taken(byZone), taken({ ...byZone, request: { shipTo: { country: "SE" } } })]).toEqual([
      "PARCEL",
      "FAST",
    ]);
  });
});

describe("several origins", () => {
  const stocked = {
    ...box,
    stock: [
      { origin: "SHED", quantity: 3 },
      { origin: "BARN", quantity: 2 },
    ],
  };
  const barn = (change: (s: Setup) => unknown = () => undefined): Case => ({
    setup: (s) => {
      s.origins.push({ ...s.origins[0]!, code: "BARN", name: "Barn", rank: 2, handlingDays: 3 });
      s.sourcing = { split: "byPiece", objectives: ["fewestShipments"], fallbackOrigin: "SHED" };
      delete s.offers[0]!.adjust;
      change(s);
    },
    items: [stocked],
    request: pieces(5),
  });

  test("pieces are split only when the setup allows it, the better-ranked place giving all it has", () => {
    const [given] = quoteWith(barn()).offers;
    expect(given?.shipments.map(({ origin, lines }) => [origin, lines[0]?.quantity])).toEqual([
      ["SHED", 3],
      ["BARN", 2],
    ]);
    expect(netOrReason(barn((s) => (s.sourcing.split = "byLine")))).toBe("out-of-stock");
    expect(netOrReason({ ...barn(), request: pieces(6) })).toBe("out-of-stock");
  });

  test("each shipment is rated by itself; a plan charges the order, the sum or the highest", () => {
    const charged = (
      how: "perOrder" | "perShipmentSum" | "perShipmentHighest",
      plan: Setup["offers"][number]["plan"],
    ) =>
      netOrReason(
        barn((s) => {
          s.offers[0]!.plan = plan;
          s.offers[0]!.charged = how;
        }),
      );
    const flat = { kind: "flat", amount: "5", per: "order" } as const;
    expect(
      ["perOrder", "perShipmentSum", "perShipmentHighest"].map((how) => charged(how as "perOrder", flat)),
    ).toEqual(["5.00", "10.00", "5.00"]);
    // 3 pieces are 6 kg, 2 are 4 kg, together 10 kg
    const perKg = { kind: "flat", amount: "1", per: "kg" } as const;
    expect(
      ["perOrder", "perShipmentSum", "perShipmentHighest"].map((how) => charged(how as "perOrder", perKg)),
    ).toEqual(["10.00", "10.00", "6.00"]);
    expect(quoteWith(barn()).offers[0]?.cost).toBe("12.10");
    expect(
      netOrReason(
        barn((s) => {
          s.offers[0]!.plan = { kind: "flat", amount: "1", per: "parcel" };
        }),
      ),
    ).toBe("2.00");
  });

  test("the promise is the later shipment's; a piece's share of a discount goes with it", () => {
    expect(quoteWith(barn()).offers[0]?.promise).toEqual({ earliest: "2026-11-30", latest: "2026-12-02" });
    const percent = { kind: "terms", terms: [{ percent: "100", of: "goodsValue" as const }] } as const;
    const half = barn((s) => {
      s.offers[0]!.plan = structuredClone(percent) as never;
      s.offers[0]!.charged = "perShipmentHighest";
    });
    expect(netOrReason({ ...half, request: pieces(5, { discount: "10" }) })).toBe("24.00");
  });

  test("a person's choice of origin goes before stock, and the working says so", () => {
    const [given] = quoteWith({ ...barn(), request: pieces(5, { origin: "BARN" }) }).offers;
    expect(given?.shipments).toMatchObject([{ origin: "BARN" }]);
    expect(given?.working?.find(({ code }) => code === "origin-chosen")?.inputs).toMatchObject({
      by: "pinned",
    });
  });
});

test("a tariff by volume and one by distance", () => {
  const by = (measure: "volume" | "distance", unit: string) =>
    costOf({
      setup: (s) => {
        s.tariffs[0]!.measure = measure;
        s.tariffs[0]!.unit = unit;
        s.origins[0]!.position = { lat: 58.37, lon: 26.72 };
        s.tariffs[0]!.editions[0]!.breaks = [
          { edge: "50", rate: "flat" },
          { edge: "100", rate: "flat" },
        ];
      },
      items: [sized],
    });
  // 100 × 20 × 10 cm are 20 litres; from Tartu to the middle of Estonia it is 65 km
  expect([by("volume", "l"), by("distance", "km")]).toEqual(["4.20", "7.90"]);
});

test("a limit on volume and on the shipment's weight", () => {
  expect(
    costOf({ ...service((s) => (s.limits = { maxVolume: { value: "19.9", unit: "l" } })), items: [sized] }),
  ).toBe("limit-size");
  expect(
    costOf({
      ...service((s) => (s.limits = { maxShipmentWeight: kg("3.9"), maxLength: cm("200") })),
      items: [sized],
      request: pieces(2),
    }),
  ).toBe("limit-weight");
});
