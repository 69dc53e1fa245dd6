import { placeHref } from "./place-link";

test.each([
  ["connections/sim-tern/timeoutMs", "/connections/sim-tern#connections/sim-tern/timeoutMs"],
  ["tariffs/T/editions/2026/zones/4/breaks/10", "/tariffs/T?edition=2026&zone=4&edge=10"],
  ["tariffs/T/editions/2026/zones/4/breaks/open", "/tariffs/T?edition=2026&zone=4&edge=open"],
  [
    "tariffs/T/editions/2026/zones/4/bands/500/breaks/10",
    "/tariffs/T?edition=2026&zone=4&bandEdge=500&edge=10",
  ],
  ["tariffs/T/editions/2026/zones/4/minimum", "/tariffs/T?edition=2026&zone=4"],
  ["tariffs/T/editions/2026/breaks/10", "/tariffs/T?edition=2026&edge=10"],
  ["tariffs/T/editions/2026/rows/3/rates/2", "/tariffs/T?edition=2026&row=3&break=2"],
  ["tariffs/T/editions/2026/rows/3/rates/1/2", "/tariffs/T?edition=2026&row=3&break=2&band=1"],
  ["tariffs/T/editions/2026%2F27/zones/4/breaks/10", "/tariffs/T?edition=2026%2F27&zone=4&edge=10"],
  ["zoneCharts/PNP/entries/EE%2010..19", "/zones/PNP?entry=EE%2010..19"],
  ["zoneCharts/PNP/entries/7", "/zones/PNP?entry=7"],
  ["exchangeRates/SEK/EUR/2026-11-02", "/business#exchangeRates/SEK/EUR/2026-11-02"],
  ["carriers/TRN/fuelIndex/2026-01-01", "/carriers/TRN#carriers/TRN/fuelIndex/2026-01-01"],
  ["itemExceptions/HIVE/post/any", undefined],
])("%s is shown at %s", (path, href) => {
  expect(placeHref(path)).toBe(href);
});
