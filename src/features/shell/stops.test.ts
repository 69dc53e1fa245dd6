import { smallestSetup } from "../../../tests/support/smallest-setup";
import type { Setup } from "@/core/setup/setup";
import { lineStops, setupGap } from "./stops";

test.each<[string, (setup: Setup) => unknown, string | undefined]>([
  ["nothing is missing", () => undefined, undefined],
  ["every origin is off", (s) => s.origins.forEach((origin) => (origin.active = false)), "no origin yet"],
  ["no carrier", (s) => (s.carriers = []), "no carrier yet"],
  ["no service", (s) => (s.services = []), "no service yet"],
  ["an empty chart", (s) => s.zoneCharts.forEach((chart) => (chart.entries = [])), "no zone entry yet"],
  ["a table without a rate", (s) => s.tariffs.forEach((tariff) => (tariff.editions = [])), "no rate yet"],
  [
    "a service begun and left",
    (s) => s.services.forEach((service) => (service.active = false)),
    "no service has a rate yet",
  ],
  ["an offer without a service", (s) => s.offers.forEach((offer) => (offer.services = [])), "no offer yet"],
  [
    "an offer that is new",
    (s) => s.offers.forEach((offer) => (offer.plan = { kind: "ladder", match: "first", rules: [] })),
    "no charge yet",
  ],
])("the line leads on: %s", (_, change, words) => {
  const setup = smallestSetup();
  change(setup);
  const gap = setupGap(setup);
  expect(gap?.words).toBe(words);
  // said at its own station alone
  expect(lineStops([], gap).filter(({ missing }) => missing !== undefined)).toHaveLength(words ? 1 : 0);
});
