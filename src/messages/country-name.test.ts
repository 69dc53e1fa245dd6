import { countryName, countryOf } from "./country-name";

test.each([
  ["ee", "EE"],
  [" Estonia ", "EE"],
  ["SWEDEN", "SE"],
  ["Åland Islands", "AX"],
  ["", undefined],
  ["Narnia", undefined],
])("%j is the country %s", (text, code) => expect(countryOf(text)).toBe(code));

test("what a country is called leads back to it", () => {
  expect(countryName("EE")).toBe("Estonia");
  expect(countryName("Q1")).toBe("Q1");
});
