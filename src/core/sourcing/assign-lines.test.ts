import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import { refused, reject } from "../working/reason";
import { line, placesOf, raterOf, shown, traced, type CostOf } from "../../../tests/support/sourcing";
import { allFromOne, assignLines, hasStock, type AssignmentQuestion, type Search } from "./assign-lines";
import type { Rater } from "./candidate";
import { sharesOf } from "./shares";

const set = placesOf(["A", "B"]);
const perLine: CostOf = (origin, part) => (origin === "A" ? 3 : 5) * part.length;
const searchBy = (rater: Rater, left = 1000): Search => ({
  rater,
  left,
  worked: 0,
  stop: undefined,
  dead: new Set(),
});
function question(lines: readonly OrderLine[], more: Partial<AssignmentQuestion> = {}): AssignmentQuestion {
  const both = ["A", "B"].map((origin) => ({ origin, pieces: 9 }));
  const shares = lines.map((one) => sharesOf(one, both, set, false, "A"));
  return { lines, shares, set, under: undefined, anyCost: false, ...more };
}
const some = (count: number) => Array.from({ length: count }, (_, i) => line(i));

test("every way that uses the whole set, the preferred first; the cheapest is taken", () => {
  const { rater, rated } = traced(raterOf(perLine, true));
  const search = searchBy(rater);
  const found = assignLines(search, question(some(2)));
  expect(rated).toEqual(["A:0x1 B:1x1", "A:1x1 B:0x1"]);
  expect(found.best?.cost).toEqual(Decimal.whole(8));
  // of two that cost the same the one that was met first
  expect(found.best?.shipments[0]?.shipment.lines.map(({ index }) => index)).toEqual([0]);
  expect([search.left, search.worked]).toEqual([998, 2]);
});

test("only what is cheaper than told counts, and what was met is told all the same", () => {
  const found = assignLines(searchBy(raterOf(perLine, true)), question(some(2), { under: Decimal.whole(8) }));
  expect([found.best, found.cheapest]).toEqual([undefined, Decimal.whole(8)]);
  const more = assignLines(searchBy(raterOf(perLine, true)), question(some(2), { under: Decimal.whole(9) }));
  expect(more.best?.cost).toEqual(Decimal.whole(8));
});

test("where the cost decides nothing the first way that works is the answer", () => {
  const { rater, rated } = traced(raterOf(perLine, true));
  assignLines(searchBy(rater), question(some(3), { anyCost: true }));
  expect(rated).toEqual(["A:0x1,1x1 B:2x1"]);
});

test("from thirteen ways on a branch that can't become cheaper is left", () => {
  const few = traced(raterOf(perLine, true));
  assignLines(searchBy(few.rater), question(some(3)));
  expect(few.rated).toHaveLength(6);
  const many = traced(raterOf(perLine, true));
  const search = searchBy(many.rater);
  const found = assignLines(search, question(some(4)));
  expect(found.best?.cost).toEqual(Decimal.whole(14));
  // once three leave from A nothing else is cheaper: the others are cut off before they are rated
  expect(many.rated).toEqual(["A:0x1,1x1,2x1 B:3x1"]);
  expect(search.left).toBeLessThan(1000 - many.rated.length);
});

test("a bound that never rises cuts nothing off: all fourteen ways are looked at", () => {
  const { rater, rated } = traced(raterOf(perLine, false));
  assignLines(searchBy(rater), question(some(4)));
  expect(rated).toHaveLength(14);
});

test("what no service ever takes is cut off whatever it costs", () => {
  const never: Rater = {
    ...raterOf(perLine, false),
    least: (origin, part) => (origin === "A" && part.length > 1 ? "never" : Decimal.zero),
  };
  const { rater, rated } = traced(never);
  assignLines(searchBy(rater), question(some(4)));
  expect(rated).toEqual([
    "A:0x1 B:1x1,2x1,3x1",
    "A:1x1 B:0x1,2x1,3x1",
    "A:2x1 B:0x1,1x1,3x1",
    "A:3x1 B:0x1,1x1,2x1",
  ]);
});

test("the search ends with the best it has when nothing more may be tried", () => {
  const { rater, rated } = traced(raterOf((origin, part) => 20 - perLine(origin, part), false));
  const search = searchBy(rater, 2);
  const found = assignLines(search, question(some(3)));
  expect(rated).toHaveLength(2);
  expect(found.best).toBeDefined();
  expect(search.left).toBe(0);
});

test("lines of one item share its stock, pinned ones take none of it", () => {
  const stock = { A: 2, B: 9 };
  const { rater, rated } = traced(raterOf(perLine, false));
  assignLines(searchBy(rater), question([line(0, "X", 2, stock), line(1, "X", 1, stock), line(2, "Y")]));
  expect(rated.some((way) => /A:[^B]*0x2,1x1/.test(way))).toBe(false);
  expect(rated).toContain("A:0x2,2x1 B:1x1");
  const pinned = { ...line(0, "X", 2, stock), pinned: "A" };
  expect(hasStock([pinned, line(1, "X", 2, stock)], "A")).toBe(true);
  expect(hasStock([line(0, "X", 2, stock), line(1, "X", 1, stock)], "A")).toBe(false);
  expect(hasStock([line(0, "X", 2, stock), line(1, "Z", 7)], "A")).toBe(true);
});

test("a place from which nothing can leave ends its set; the stop that tells most is kept", () => {
  const tried: string[] = [];
  const stopping: Rater = {
    ...raterOf(perLine, false),
    rate: (parts) => {
      tried.push(shown(parts));
      const isSecond = tried.length === 2;
      return refused({
        rejection: isSecond
          ? reject("no-common-service", { services: 2 } as never, "")
          : reject("no-service", { services: tried.length }, ""),
        because: () => [],
        ...(tried.length === 3 ? { dead: "B" } : {}),
      });
    },
  };
  const search = searchBy(stopping);
  const found = assignLines(search, question(some(3)));
  expect(found).toMatchObject({ best: undefined, cheapest: undefined });
  expect(tried).toHaveLength(3);
  expect([...search.dead]).toEqual(["B"]);
  expect(search.stop?.rejection.reason).toBe("no-common-service");
  expect(search.worked).toBe(0);
});

test("all from one place: where the stock lasts, and only where it is cheaper than told", () => {
  const place = set[0]!;
  const from = (lines: readonly OrderLine[], under?: number) =>
    allFromOne(
      searchBy(raterOf(perLine, true)),
      lines,
      place,
      under === undefined ? undefined : Decimal.whole(under),
    );
  expect(from(some(2)).best?.cost).toEqual(Decimal.whole(6));
  expect(from(some(2), 7).best?.cost).toEqual(Decimal.whole(6));
  expect(from(some(2), 6)).toEqual({ best: undefined, cheapest: Decimal.whole(6) });
  expect(from([line(0, "X", 2, { A: 1 })])).toEqual({ best: undefined, cheapest: undefined });
});

test("more than forty lines are given away greedily, once with each place preferred", () => {
  const stock = { A: 40, B: 40 };
  const counted = Array.from({ length: 41 }, (_, i) => line(i, "X", 1, stock));
  const { rater, rated } = traced(raterOf(perLine, true));
  const search = searchBy(rater);
  const found = assignLines(search, question(counted));
  expect(rated.map((way) => way.split(" ").map((part) => part.split(",").length))).toEqual([
    [40, 1],
    [1, 40],
  ]);
  expect(found.best?.cost).toEqual(Decimal.whole(125));
  expect(found.cheapest).toEqual(Decimal.whole(125));
  const one = traced(raterOf(perLine, true));
  assignLines(searchBy(one.rater), question(counted, { anyCost: true }));
  expect(one.rated).toHaveLength(1);
  const ended = traced(raterOf(perLine, true));
  assignLines(searchBy(ended.rater, 1), question(counted));
  expect(ended.rated).toHaveLength(1);
  const under = assignLines(
    searchBy(raterOf(perLine, true)),
    question(counted, { under: Decimal.whole(125) }),
  );
  expect([under.best, under.cheapest]).toEqual([undefined, Decimal.whole(125)]);
});
