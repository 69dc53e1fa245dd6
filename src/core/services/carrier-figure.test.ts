import { costOfFigure } from "./carrier-figure";

test.each([
  [{ amount: "12.345", currency: "EUR" }, "12.35"],
  [{ amount: "125.00", currency: "SEK", taxPercent: "25" }, "100.00"],
  [{ amount: "100.00", currency: "SEK", taxPercent: "25" }, "80.00"],
  [{ amount: "0.03", currency: "SEK", taxPercent: "25" }, "0.02"],
  [{ amount: "1000.6", currency: "JPY", taxPercent: "10" }, "910"],
  [{ amount: "5", currency: "EUR", taxPercent: "0" }, "5.00"],
])("%j costs %s", (figure, cost) => expect(costOfFigure(figure)).toBe(cost));

test.each([
  { amount: "-1", currency: "EUR" },
  { amount: "free", currency: "EUR" },
  { amount: "1e3", currency: "EUR" },
  { amount: "1", currency: "EURO" },
  { amount: "1", currency: "EUR", taxPercent: "-5" },
  { amount: "1", currency: "EUR", taxPercent: "much" },
])("%j is no figure", (figure) => expect(costOfFigure(figure)).toBeUndefined());
