import smallest from "../../demo/smallest.setup.json";
import { parseSetup } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";

/** The smallest setup that rates: one origin, carrier, service, tariff and offer. A fresh copy for each test. */
export function smallestSetup(): Setup {
  return sure(parseSetup(structuredClone(smallest)));
}

/** The value of something that must have been read. */
export function sure<T>(parsed: { ok: true; value: T } | { ok: false }): T {
  if (!parsed.ok) throw new Error(JSON.stringify(parsed, null, 1));
  return parsed.value;
}
