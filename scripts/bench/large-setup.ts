import { parseSetup } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";
import smallest from "../../demo/smallest.setup.json";
import { largeChart, largeTariff } from "../../demo/parts/large";
import { sure } from "./demo";

const ENTRIES = 50_000;
/** 20 tariffs of 100 × 100: 200,000 cells. */
const TARIFFS = 20;

/** A setup of 200,000 cells and 50,000 zone entries. */
export function largeSetup(): Setup {
  const small = sure(parseSetup(smallest));
  const [service] = small.services;
  if (!service) throw new RangeError("the small setup has a service");
  const codes = Array.from({ length: TARIFFS }, (_, i) => `BIG-${i}`);
  return {
    ...small,
    zoneCharts: [largeChart("BIG", ENTRIES, 100)],
    tariffs: codes.map((code) => largeTariff(code, "BIG", 100, 100)),
    services: [{ ...service, rate: { tariff: "BIG-0" } }],
  };
}
