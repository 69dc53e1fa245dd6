import type { Service } from "./service";

/** Whether a service's rate is read from a tariff, also when only where a live rate fails. */
export function readsTariff(rate: Service["rate"], code: string): boolean {
  if ("tariff" in rate) return rate.tariff === code;
  const { fallback } = "live" in rate ? rate : { fallback: undefined };
  return typeof fallback === "object" && "tariff" in fallback && fallback.tariff === code;
}
