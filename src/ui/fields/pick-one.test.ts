import { nearest } from "@/core/setup/nearest";
import { pickOne, pickText, type Pickable } from "./pick-one";

const countries: readonly Pickable[] = [
  { code: "EE", name: "Estonia" },
  { code: "GB", name: "United Kingdom", aliases: ["UK", "Great Britain"] },
  { code: "US", name: "United States", aliases: ["USA"] },
  { code: "CI", name: "Côte d’Ivoire" },
];
const zones: readonly Pickable[] = [{ code: "Europe/Tallinn", name: "Europe/Tallinn" }];

describe("picking one of a list", () => {
  it.each([
    ["EE", "EE"],
    ["ee", "EE"],
    [" Estonia ", "EE"],
    ["Estonia EE", "EE"],
    ["uk", "GB"],
    ["great britain", "GB"],
    ["est", "EE"],
    ["cote d’ivoire", "CI"],
  ])("reads %s", (text, code) => {
    expect(pickOne(countries, text)).toEqual({ code });
  });

  it("takes none of several that begin so, but says which was perhaps meant", () => {
    expect(pickOne(countries, "united")).toEqual({ meant: countries[1] });
    expect(pickOne(countries, "Estnia", nearest)).toEqual({ meant: countries[0] });
    expect(pickOne(countries, "Narnia", nearest)).toEqual({ meant: undefined });
    expect(pickOne(countries, "")).toEqual({ meant: undefined });
  });

  it("shows name and code, and a code that is its own name once", () => {
    expect(countries.map(pickText)[0]).toBe("Estonia EE");
    expect(zones.map(pickText)).toEqual(["Europe/Tallinn"]);
    expect(pickOne(zones, "europe/tallinn")).toEqual({ code: "Europe/Tallinn" });
  });
});
