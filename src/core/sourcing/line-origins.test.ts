import { smallestSetup } from "../../../tests/support/smallest-setup";
import { line } from "../../../tests/support/sourcing";
import type { Origin } from "../setup/origin";
import { compileOrigin } from "./compiled-origin";
import { lineOrigins, stockOf } from "./line-origins";

const place = { country: "EE", postcode: "10111" } as const;
const origin = (code: string, more: Partial<Origin> = {}) =>
  compileOrigin({ ...smallestSetup().origins[0]!, code, name: `Place ${code}`, ...more });
const plain = [origin("A"), origin("B")];
const may = (...args: Parameters<typeof lineOrigins>) => {
  const answer = lineOrigins(...args);
  return answer.ok
    ? answer.value.map(({ origin: code, pieces }) => `${code} ${pieces}`)
    : { ...answer.rejection };
};

test("where nobody counts an item every place may ship it; else those that have all of it", () => {
  expect(may(line(0, "X", 3), plain, place, "byLine")).toEqual(["A 3", "B 3"]);
  expect(may(line(0, "X", 3, { A: 3, B: 2 }), plain, place, "byLine")).toEqual(["A 3"]);
  expect(may(line(0, "X", 3, { B: 3 }), plain, place, "never")).toEqual(["B 3"]);
  expect(stockOf(line(0, "X", 1, { B: 3 }), "A")).toBe(0);
});

test("by piece each place may ship what it has, and never more than the line", () => {
  expect(may(line(0, "X", 3, { A: 1, B: 5 }), plain, place, "byPiece")).toEqual(["A 1", "B 3"]);
  expect(may(line(0, "X", 3, { A: 0, B: 3 }), plain, place, "byPiece")).toEqual(["B 3"]);
});

test("pinned pieces go from where they are pinned, whatever lies there", () => {
  expect(may({ ...line(0, "X", 3, { A: 0 }), pinned: "A" }, plain, place, "byLine")).toEqual(["A 3"]);
});

test("out of stock tells where most lies, and by piece how many lie together; the first of equals", () => {
  expect(may(line(0, "X", 9, { A: 2, B: 4 }), plain, place, "byLine")).toMatchObject({
    reason: "out-of-stock",
    inputs: { sku: "X", wanted: 9, most: 4, mostAt: "Place B" },
  });
  expect(may(line(0, "X", 9, { A: 4, B: 4 }), plain, place, "byPiece")).toMatchObject({
    inputs: { most: 4, mostAt: "Place A", together: 8 },
  });
  const none = may(line(0, "X", 9, {}), plain, place, "byLine");
  expect(none).toMatchObject({ inputs: { sku: "X", wanted: 9, most: 0 } });
  expect(JSON.stringify(none)).not.toMatch(/mostAt|together/);
});

test("a place that is switched off holds nothing", () => {
  const off = [origin("A", { active: false }), origin("B")];
  expect(may(line(0, "X", 3), off, place, "byLine")).toEqual(["B 3"]);
  expect(may(line(0, "X", 3, { A: 9, B: 1 }), off, place, "byLine")).toMatchObject({
    reason: "out-of-stock",
    inputs: { most: 1 },
  });
});

test.each(["byLine", "byPiece"] as const)(
  "what lies only where it may not leave from is told with the field that bars it (%s)",
  (split) => {
    const barred = [origin("A", { serves: [{ country: "SE" }] }), origin("B")];
    const answer = may(line(0, "X", 3, { A: 9, B: 1 }), barred, place, split);
    expect(answer).toMatchObject({
      reason: "origin-cannot-ship",
      inputs: { sku: "X", origins: ["A", "B"] },
      source: "origins/A/serves",
    });
    // together they have it, and the part that is barred is needed
    const together = may(line(0, "X", 3, { A: 2, B: 1 }), barred, place, split);
    expect(together).toMatchObject({
      reason: split === "byPiece" ? "origin-cannot-ship" : "out-of-stock",
    });
  },
);

test("a class that a place refuses does not leave from it", () => {
  const glass = { ...line(0, "X", 1), item: { ...line(0, "X", 1).item, goodsClass: "glass" } };
  const refusing = [
    origin("A", { refusesGoodsClasses: ["glass"] }),
    origin("B", { refusesGoodsClasses: ["tar"] }),
  ];
  expect(may(glass, refusing, place, "byLine")).toEqual(["B 1"]);
  expect(may(line(0), refusing, place, "byLine")).toEqual(["A 1", "B 1"]);
  expect(may(glass, refusing.slice(0, 1), place, "byLine")).toMatchObject({
    reason: "origin-cannot-ship",
    source: "origins/A/refusesGoodsClasses",
  });
});

describe("where what bars is told", () => {
  const abroad = { serves: [{ country: "SE" }] };

  test("is the field of an origin that has the goods, not of one that has none or too few", () => {
    const three = [
      origin("A", abroad),
      origin("B", { serves: [{ country: "FI" }] }),
      origin("C", { active: false }),
    ];
    const of = (stock: Record<string, number>, split: "byLine" | "byPiece") =>
      may(line(0, "X", 3, stock), three, place, split);
    expect(of({ A: 2, B: 3 }, "byLine")).toMatchObject({ source: "origins/B/serves" });
    expect(of({ B: 3 }, "byPiece")).toMatchObject({ source: "origins/B/serves" });
    // by piece some of them are enough
    expect(of({ A: 1, B: 3 }, "byPiece")).toMatchObject({ source: "origins/A/serves" });
    // just as many as are wanted
    expect(of({ A: 3 }, "byLine")).toMatchObject({ source: "origins/A/serves" });
  });
  test("is the first origin's where the goods are counted by nobody and it is switched off", () => {
    const off = [origin("A", { active: false }), origin("B", abroad)];
    expect(may(line(0), off, place, "byLine")).toMatchObject({ source: "origins/B/serves" });
    expect(may(line(0), off.slice(0, 1), place, "byLine")).toMatchObject({ source: "origins/A/active" });
  });
  test("is the list of origins where there is none", () => {
    expect(may(line(0), [], place, "byLine")).toMatchObject({
      reason: "origin-cannot-ship",
      inputs: { sku: "S0", origins: [] },
      source: "origins",
    });
  });
});

test("one of several places that are served is enough", () => {
  const both = [origin("A", { serves: [{ country: "SE" }, { country: "EE" }] })];
  expect(may(line(0), both, place, "byLine")).toEqual(["A 1"]);
});

test("goods of no class are refused by no list, and all of a line may be at one place by piece too", () => {
  const picky = [origin("A", { refusesGoodsClasses: ["glass"] })];
  expect(may(line(0, "X", 2, { A: 2 }), picky, place, "byPiece")).toEqual(["A 2"]);
  expect(may(line(0, "X", 2, { A: 1 }), picky, place, "byPiece")).toMatchObject({
    reason: "out-of-stock",
    source: "origins",
  });
  expect(may(line(0, "X", 2, { A: 1 }), picky, place, "byLine")).toMatchObject({ source: "sourcing/split" });
});
