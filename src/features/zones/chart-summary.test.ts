import type { ZoneChart } from "@/core/setup/zone-chart";
import { countryCodes } from "@/core/zones/countries";
import { ZoneIndex } from "@/core/zones/zone-index";
import { subdivisionEntries, summariseCountries } from "./chart-summary";

const chart: ZoneChart = {
  code: "C",
  name: "C",
  zones: ["1", "4", "9"].map((code) => ({ code, name: code })),
  entries: [
    { zone: "1", country: "EE" },
    { zone: "4", country: "EE" },
    { zone: "4", country: "SE", postcode: "62*" },
    { zone: null, country: "SE", subdivision: "SE-I" },
    { zone: null, country: "NO" },
    { zone: "1", country: "FI", postcode: "22*" },
    { zone: "9", country: "*" },
  ],
};

test("whole countries are as the index finds them; other zones of their parts are listed", () => {
  const summary = summariseCountries(chart);
  const index = new ZoneIndex(chart);
  for (const country of countryCodes)
    expect(summary.get(country)?.zone).toBe(index.find({ country, postcode: "" })?.zone);
  expect(summary.get("SE")).toEqual({ zone: "9", parts: ["4", null] });
  expect(subdivisionEntries(chart)).toEqual([{ subdivision: "SE-I", zone: null }]);
  expect(summariseCountries({ ...chart, entries: [] }).get("EE")).toEqual({ zone: undefined, parts: [] });
});
