import { cellText, cellWords, boardEffectSentence } from "./board-words";

test("a cell is told apart by its sign, not only by its colour", () => {
  const states = ["served", "barred", "noRate", "notInChart", "live"] as const;
  const signs = states.map((state) => cellText({ state, otherwise: 0 }));
  expect(new Set(signs).size).toBe(states.length);
  expect(cellText({ state: "served", zone: "4", otherwise: 2 })).toBe("◐ 4");
});

test("a country that is served by ranges of postcodes alone is served in part", () => {
  expect(cellText({ state: "notInChart", otherwise: 3 })).toBe("◐ in part");
  expect(cellWords({ state: "notInChart", otherwise: 3 })).toBe(
    "in part: 3 entries for parts of it are served; the rest is not in the chart",
  );
  expect(cellText({ state: "barred", otherwise: 1 })).toBe("◐ in part");
  expect(cellText({ state: "notInChart", otherwise: 0 })).toBe("·");
});

test("cells and effects in words", () => {
  expect(cellWords({ state: "served", zone: "4", otherwise: 1 })).toBe(
    "in part: served in zone 4, but 1 entry for parts of it bars them",
  );
  expect(cellWords({ state: "barred", otherwise: 0, byOffer: true })).toBe(
    "barred by the offer's destinations",
  );
  expect(
    boardEffectSentence({
      done: "entry",
      chart: "TRN",
      place: { country: "NO" },
      zone: null,
      shared: ["One", "Two"],
    }),
  ).toBe("Chart TRN: NO → not served. Counts for One, Two.");
  expect(
    boardEffectSentence({
      done: "destinations",
      offer: "home",
      place: { country: "SE", subdivision: "SE-I" },
      list: "not",
      added: false,
    }),
  ).toBe("Offer home: SE-I out of the barred destinations.");
  expect(boardEffectSentence({ done: "nothing", code: "OWN", why: "no-chart" })).toContain("no zone chart");
});
