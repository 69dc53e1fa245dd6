import { box, netOrReason, pieces, quoteWith, type Case } from "../../../tests/support/quote-with";
import type { Item } from "../setup/item";
import type { Setup } from "../setup/setup";

const barn = (s: Setup, rank = 2) =>
  s.origins.push({ ...structuredClone(s.origins[0]!), code: "BARN", name: "The barn", rank });

describe("an order that no place has whole", () => {
  const stock = (shed: number, other: number): Item => ({
    ...box,
    goodsClass: "live",
    stock: [
      { origin: "SHED", quantity: shed },
      { origin: "BARN", quantity: other },
    ],
  });
  const refused = (objectives: Setup["sourcing"]["objectives"]): Case => ({
    setup: (s) => {
      barn(s);
      s.goodsClasses = [{ code: "live", name: "Live" }];
      s.services[0]!.accepts = { refusesGoodsClasses: ["live"] };
      s.sourcing = { ...s.sourcing, split: "byPiece", objectives };
    },
    items: [stock(14, 14)],
    request: { lines: Array.from({ length: 5 }, () => ({ sku: "BOX", quantity: 5 })) },
  });

  test.each([[[]], [["rank"]], [["lowestCost"]], [["fewestShipments", "lowestCost"]]] as const)(
    "is out of no stock where services refuse all of it, by %j",
    (objectives) => {
      const [withheld] = quoteWith(refused([...objectives])).withheld;
      expect(withheld).toMatchObject({ reason: "no-service" });
      expect(withheld!.because.map(({ rejection }) => rejection.reason)).toContain("goods-class");
    },
  );

  test("and is out of stock where all places together have too little", () => {
    const of = { ...refused(["rank"]), items: [stock(14, 10)] };
    expect(quoteWith(of).withheld[0]).toMatchObject({
      reason: "out-of-stock",
      rejection: { inputs: { sku: "BOX", wanted: 25, most: 24 } },
    });
  });
});

describe("stock that several lines want", () => {
  const nine = { ...box, stock: [{ origin: "SHED", quantity: 9 }] };
  const asked = (lines: object[], split: Setup["sourcing"]["split"]): Case => ({
    setup: (s) => {
      barn(s);
      delete s.offers[0]!.adjust;
      s.sourcing.split = split;
    },
    items: [nine],
    request: { lines } as never,
  });
  const pinned = (quantity: number) => ({ sku: "BOX", quantity, origin: "SHED" });
  const free = (quantity: number) => ({ sku: "BOX", quantity });

  test.each(["never", "byLine", "byPiece"] as const)(
    "what a person pinned is taken from it, with the split %s",
    (split) => {
      expect(quoteWith(asked([pinned(7), free(2)], split)).offers).toHaveLength(1);
      const [withheld] = quoteWith(asked([pinned(7), free(3)], split)).withheld;
      expect(withheld).toMatchObject({
        reason: "out-of-stock",
        rejection: { inputs: { sku: "BOX", wanted: 3, most: 2 } },
      });
      // pinned beyond what is there it leaves nothing, and goes all the same
      expect(quoteWith(asked([pinned(12)], split)).offers).toHaveLength(1);
      expect(quoteWith(asked([pinned(12), free(1)], split)).withheld[0]!.reason).toBe("out-of-stock");
    },
  );

  test.each(["never", "byLine", "byPiece"] as const)(
    "what is described in the request and counted nowhere takes none, with the split %s",
    (split) => {
      const described = { sku: "BOX", quantity: 5, item: { ...box, sku: "BOX" } };
      expect(quoteWith(asked([described, free(9)], split)).offers).toHaveLength(1);
      expect(quoteWith(asked([free(9), described], split)).offers).toHaveLength(1);
      expect(quoteWith(asked([described, free(10)], split)).withheld[0]!.reason).toBe("out-of-stock");
    },
  );

  test("and sends nothing elsewhere where an offer wants the first listed service for all", () => {
    const described = { sku: "BOX", item: { ...box, sku: "BOX" } };
    const of = asked(
      [{ ...described, quantity: 1, origin: "BARN" }, { ...described, quantity: 5 }, free(6)],
      "byPiece",
    );
    const quoted = quoteWith({
      ...of,
      setup: (s) => {
        of.setup?.(s);
        s.sourcing = { split: "byPiece", objectives: [], fallbackOrigin: "SHED" };
        Object.assign(s.offers[0]!, { acrossOrigins: "sameService", pick: "listed" });
      },
    });
    const pieces = quoted.offers[0]!.shipments.map(({ origin, lines }) => [
      origin,
      lines.map((l) => l.quantity),
    ]);
    expect(pieces.sort()).toEqual([
      ["BARN", [1]],
      ["SHED", [5, 6]],
    ]);
  });
});

describe("exceptions of an order from two places", () => {
  const items = [box, { ...box, sku: "OAK", goodsClass: "bulky" }];
  const lines = [
    { sku: "BOX", quantity: 1, origin: "SHED" },
    { sku: "OAK", quantity: 1, origin: "SHED" },
    { sku: "OAK", quantity: 3, origin: "BARN" },
  ];
  const charged = (
    how: Setup["offers"][number]["charged"],
    effect: Setup["itemExceptions"][number]["do"],
    plan: Setup["offers"][number]["plan"] = { kind: "flat", amount: "5", per: "kg" },
  ) =>
    netOrReason({
      setup: (s) => {
        barn(s);
        delete s.offers[0]!.adjust;
        s.goodsClasses = [{ code: "bulky", name: "Bulky" }];
        Object.assign(s.offers[0]!, { charged: how, plan });
        s.itemExceptions = [{ item: "OAK", do: effect }];
      },
      items,
      request: { lines },
    });

  test("an extra is added for each piece, whichever shipment is charged", () => {
    // 4 kg from the shed, 6 kg from the barn; four pieces of oak
    expect(charged("perOrder", { extra: "2.50" })).toBe("60.00");
    expect(charged("perShipmentSum", { extra: "2.50" })).toBe("60.00");
    expect(charged("perShipmentHighest", { extra: "2.50" })).toBe("40.00");
  });

  test("a shipment that is charged by the piece alone is none of those the plan charges", () => {
    const flat = { kind: "flat", amount: "5", per: "order" } as const;
    expect(charged("perShipmentSum", { instead: "9" }, flat)).toBe("41.00");
    expect(charged("perShipmentHighest", { instead: "9" })).toBe("46.00");
    expect(charged("perShipmentSum", "shipsFree")).toBe("10.00");
  });

  test("a rule that makes the offer free makes it free of extras too, unless another shipment is charged", () => {
    const free = { kind: "ladder", match: "first", rules: [], otherwise: { free: true } } as const;
    for (const how of ["perOrder", "perShipmentSum", "perShipmentHighest"] as const)
      expect(charged(how, { extra: "2.50" }, { ...free, rules: [] })).toBe("0.00");
    const fromShed = {
      ...free,
      rules: [{ when: [{ origin: ["BARN"] }], then: { terms: [{ constant: "3" }] } }],
    };
    expect(charged("perShipmentSum", { extra: "2.50" }, fromShed)).toBe("13.00");
  });
});

test.each(["buy", "sell"] as const)("a %s table by volume lacks a size, and says of what", (side) => {
  const of: Case = {
    setup: (s) => {
      const table = { ...structuredClone(s.tariffs[0]!), measure: "volume", unit: "l" } as const;
      if (side === "buy") s.tariffs[0] = table;
      else {
        s.tariffs.push({ ...table, code: "SELL", side });
        s.offers[0]!.plan = { kind: "tariff", tariff: "SELL" };
      }
    },
    request: pieces(1),
  };
  const [withheld] = quoteWith(of).withheld;
  const rejection = side === "buy" ? withheld!.because[0]!.rejection : withheld!.rejection;
  expect(rejection).toMatchObject({ reason: "size-missing", inputs: { skus: ["BOX"] } });
});
