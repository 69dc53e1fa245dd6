import { isCurrency } from "../money/currency";
import { countryCodes } from "./countries";
import { countryCurrency } from "./country-currency";

test("a country counts in a currency that money knows", () => {
  const known = countryCodes.flatMap((country) => countryCurrency(country) ?? []);
  expect(known.filter((currency) => !isCurrency(currency))).toEqual([]);
  expect(["PT", "SE", "CH", "GB", "US", "AX"].map(countryCurrency)).toEqual([
    "EUR",
    "SEK",
    "CHF",
    "GBP",
    "USD",
    "EUR",
  ]);
});

test("only land without people of its own has none", () => {
  expect(countryCodes.filter((country) => countryCurrency(country) === undefined)).toEqual(["AQ", "GS"]);
  expect(countryCurrency("")).toBeUndefined();
});
