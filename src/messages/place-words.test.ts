import { placeWords } from "./place-words";

test.each([
  ["services/PNP-HOME/limits/maxParcelWeight", "service PNP-HOME: limits, max parcel weight"],
  ["services/PNP-HOME/origins/0", "service PNP-HOME: leaves from, 1"],
  ["zoneCharts/PNP/entries/12/zone", "zone chart PNP: entries, 13, zone"],
  ["business/homeCurrency", "business: home currency"],
  ["exchangeRates/0/rate", "exchange rate 1: rate"],
  ["offers/a%2Fb", "offer a/b"],
  ["tariffs/CR/editions/2026/rows/0/rates/1", "tariff CR: edition 2026, rows, 1, rates, 2"],
  ["zoneCharts/PNP/zones/3/name", "zone chart PNP: zone 3, name"],
  ["tariffs/2026/side", "tariff 2026: side"],
  ["items/1042/weight", "item 1042: weight"],
  ["orders/1042", "order 1042"],
  ["itemExceptions/0/when/0", "item exception 1: condition 1"],
  ["sourcing/fallbackOrigin", "sourcing: fallback origin"],
])("%s is %s", (path, words) => expect(placeWords(path)).toBe(words));
