import { placeWords } from "./place-words";

test.each([
  ["services/PNP-HOME/limits/maxParcelWeight", "service PNP-HOME: limits, max parcel weight"],
  ["services/PNP-HOME/origins/0", "service PNP-HOME: leaves from, 1"],
  ["zoneCharts/PNP/entries/12/zone", "zone chart PNP: entries, 13, zone"],
  ["business/homeCurrency", "business: home currency"],
  ["exchangeRates/0/rate", "exchange rate 1: rate"],
  ["offers/a%2Fb", "offer a/b"],
  ["sourcing/fallbackOrigin", "sourcing: fallback origin"],
])("%s is %s", (path, words) => expect(placeWords(path)).toBe(words));
