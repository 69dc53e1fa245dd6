import { line, placesOf, sourcing, wholly } from "../../../tests/support/sourcing";
import type { Sourcing } from "../setup/offer";
import { OriginSets, isWithin } from "./origin-sets";

const places = placesOf(["A", "B", "C"], (at) => [300, 100, 200][at] ?? 0);
function groups(
  allowed: readonly (readonly string[])[],
  how: Sourcing,
  origins: readonly (typeof places)[number][] = places,
  lines = allowed.map((_, i) => line(i)),
) {
  const may = wholly(lines, allowed).map(({ value }) => value);
  const sets = new OriginSets(lines, may, origins, how);
  const found: string[] = [];
  for (let n = 0; ; n++) {
    const group = sets.group(n);
    if (!group) return { sets, found };
    found.push(group.map(({ origins: set }) => set.map(({ code }) => code).join("+")).join(" "));
  }
}
const anywhere = ["A", "B", "C"];

test("fewest shipments first: places alone, then pairs; within a group by what comes after the cost", () => {
  const { found, sets } = groups(
    [anywhere, anywhere],
    sourcing(["fewestShipments", "lowestCost", "nearest"]),
  );
  expect(found).toEqual(["B C A", "B+C A+B A+C"]);
  expect(sets.most).toBe(2);
});

test("the cost first: all sets are one group; the fallback origin goes before the ranks", () => {
  expect(groups([anywhere, anywhere], sourcing(["lowestCost"])).found).toEqual(["C A+C B+C A B A+B"]);
  expect(groups([anywhere, anywhere], sourcing(["lowestCost"], "byLine", "Z")).found).toEqual([
    "A B A+B C A+C B+C",
  ]);
});

test("what stands before the cost parts the groups", () => {
  expect(groups([anywhere, anywhere], sourcing(["nearest", "lowestCost"])).found).toEqual([
    "B",
    "C",
    "B+C A",
    "A+B",
    "A+C",
  ]);
});

test("sets that lack a line's pieces are none", () => {
  const { found } = groups([["A", "B"], ["C"]], sourcing(["fewestShipments"]));
  expect(found).toEqual(["A+C B+C"]);
  expect(groups([["A"], ["B"]], sourcing(["fewestShipments"], "never")).found).toEqual([]);
});

test("pieces of several places add up where a line may be split", () => {
  const lines = [line(0, "X", 4)];
  const sets = new OriginSets(
    lines,
    [
      [
        { origin: "A", pieces: 3 },
        { origin: "B", pieces: 1 },
        { origin: "C", pieces: 2 },
      ],
    ],
    places,
    sourcing(["fewestShipments", "rank"], "byPiece"),
  );
  expect(sets.most).toBe(3);
  const named = (n: number) => sets.group(n)?.map(({ origins }) => origins.map(({ code }) => code).join("+"));
  expect([named(0), named(1), named(2), named(3)]).toEqual([["A+B"], ["A+C"], ["A+B+C"], undefined]);
});

test("no more shipments than lines, pieces and places", () => {
  const three = [anywhere, anywhere, anywhere];
  expect(groups(three, sourcing(["fewestShipments"])).sets.most).toBe(3);
  expect(
    groups(
      [anywhere, anywhere, ["A", "B"]].map((l) => l.slice(0, 2)),
      sourcing([]),
    ).sets.most,
  ).toBe(2);
  expect(groups(three, sourcing(["fewestShipments"], "never")).sets.most).toBe(1);
  const one = [line(0, "X", 2)];
  expect(groups([anywhere], sourcing([], "byPiece"), places, one).sets.most).toBe(2);
  expect(groups([anywhere], sourcing([], "byLine"), places, one).sets.most).toBe(1);
});

test("of more than eight places those a line can't do without are combined, then the best ranked", () => {
  const ten = placesOf(Array.from({ length: 10 }, (_, i) => `P${i}`));
  const codes = ten.map(({ code }) => code);
  const { found, sets } = groups([codes, ["P9"]], sourcing(["fewestShipments"]), ten);
  expect(sets.useful).toHaveLength(10);
  expect(found[0]).toBe("P9");
  expect(found.slice(1)).toEqual(["P0+P9 P1+P9 P2+P9 P3+P9 P4+P9 P5+P9 P6+P9"]);
  // alone each of them may ship
  expect(groups([codes, codes], sourcing(["fewestShipments"]), ten).found[0]).toBe(codes.join(" "));
});

test("an offer that leaves from certain places takes the sets within them", () => {
  const set = { origins: places.slice(0, 2), before: [], after: [] };
  expect(isWithin(set, undefined)).toBe(true);
  expect(isWithin(set, new Set(["A", "B", "C"]))).toBe(true);
  expect(isWithin(set, new Set(["A"]))).toBe(false);
});
