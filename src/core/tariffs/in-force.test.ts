import fc from "fast-check";
import { quoteWith } from "../../../tests/support/quote-with";
import { editionState, endsBefore, inForce, nextToCome } from "./in-force";

const open = { label: "2026", from: "2026-01-01" };
const next = { label: "2027", from: "2027-01-01", to: "2027-12-31" };

test("an open edition that another follows is past from its follower's first day on, and comes back after its last", () => {
  const both = [open, next];
  const stateOn = (day: string) => both.map((edition) => editionState(edition, both, day));
  expect(stateOn("2025-12-31")).toEqual(["to come", "to come"]);
  expect(stateOn("2026-12-31")).toEqual(["in force", "to come"]);
  expect(stateOn("2027-01-01")).toEqual(["past", "in force"]);
  expect(stateOn("2027-12-31")).toEqual(["past", "in force"]);
  expect(stateOn("2028-01-01")).toEqual(["in force", "past"]);
});

test("of two that begin on one day the first in the list counts, as in a quote", () => {
  const twins = [
    { label: "a", from: "2026-01-01" },
    { label: "b", from: "2026-01-01" },
  ];
  expect(inForce(twins, "2026-06-01")?.label).toBe("a");
  const { offers } = quoteWith({
    setup: (setup) => {
      const [edition] = setup.tariffs[0]!.editions;
      const dear = { ...structuredClone(edition!), label: "b" };
      dear.rows.forEach((row) => (row.rates = row.rates.map(() => "99")));
      setup.tariffs[0]!.editions.push(dear);
    },
  });
  expect(offers[0]!.cost).not.toBe("99.00");
});

test("the next to come is the nearest, whatever the order of the list", () => {
  const later = { label: "2028", from: "2028-01-01" };
  expect(nextToCome([later, open, next], "2026-06-01")).toBe(next);
  expect(nextToCome([open], "2026-06-01")).toBeUndefined();
});

test("every edition that would still hold ends the day before the new one, over a turn of the year", () => {
  expect(endsBefore("T/1", [open, next], "2027-01-01")).toEqual([
    { path: "tariffs/T%2F1/editions/2026/to", to: "2026-12-31" },
  ]);
  expect(endsBefore("T", [open, next], "2028-01-01")).toEqual([
    { path: "tariffs/T/editions/2026/to", to: "2027-12-31" },
  ]);
  expect(endsBefore("T", [next], "2027-06-01")).toEqual([
    { path: "tariffs/T/editions/2027/to", from: "2027-12-31", to: "2027-05-31" },
  ]);
});

const day = fc
  .integer({ min: 0, max: 60 })
  .map((n) => new Date(Date.UTC(2026, 0, 1 + n)).toISOString().slice(0, 10));
const editions = fc.array(
  fc.record({ label: fc.uuid(), from: day, to: fc.option(day, { nil: undefined }) }),
  { maxLength: 6 },
);

test("at most one edition is in force, and after the earlier ones are ended the new one alone holds on its first day", () => {
  fc.assert(
    fc.property(editions, day, (list, date) => {
      const states = list.map((edition) => editionState(edition, list, date));
      expect(states.filter((state) => state === "in force").length).toBe(inForce(list, date) ? 1 : 0);
      const ended = new Map(endsBefore("T", list, date).map(({ path, to }) => [path, to]));
      const after = list.map((one) => ({
        ...one,
        to: ended.get(`tariffs/T/editions/${one.label}/to`) ?? one.to,
      }));
      const still = after.filter(({ from, to }) => from < date && (to === undefined || date <= to));
      expect(still).toEqual([]);
    }),
    { seed: 20261127 },
  );
});
