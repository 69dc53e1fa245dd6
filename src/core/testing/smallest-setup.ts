import smallest from "../../../demo/smallest.setup.json";
import { parseSetup } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";

/** The smallest setup that rates: one origin, carrier, service, tariff and offer. A fresh copy for each test. */
export function smallestSetup(): Setup {
  const parsed = parseSetup(smallest);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.value;
}
