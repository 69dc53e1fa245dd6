import { smallestSetup } from "../../../tests/support/smallest-setup";
import type { Origin } from "../setup/origin";
import { countryPosition } from "../zones/country-positions";
import { byRank, compileOrigin } from "./compiled-origin";

const origin = (more: Partial<Origin> = {}) => compileOrigin({ ...smallestSetup().origins[0]!, ...more });

test("origins are preferred by rank, equal ones by code, whatever their order was", () => {
  const list = [
    { rank: 2, code: "A" },
    { rank: 1, code: "C" },
    { rank: 1, code: "B" },
    { rank: 10, code: "D" },
  ];
  for (const order of [list, [...list].reverse()])
    expect([...order].sort(byRank).map(({ code }) => code)).toEqual(["B", "C", "A", "D"]);
  expect(byRank({ rank: 1, code: "A" }, { rank: 1, code: "A" })).toBe(0);
});

test("an origin lies where it says, else in the middle of its country", () => {
  expect(origin({ position: { lat: 58.4, lon: 26.7 } }).position).toEqual({ lat: 58.4, lon: 26.7 });
  expect(origin().position).toEqual(countryPosition("EE"));
});

test("an empty list of places served is no limit; a code with a slash has it in its path", () => {
  expect(origin({ serves: [] }).serves).toBeUndefined();
  expect(origin({ serves: [{ country: "SE" }, { country: "FI" }] }).serves).toHaveLength(2);
  expect(origin({ code: "A/B" }).path).toBe("origins/A%2FB");
});
