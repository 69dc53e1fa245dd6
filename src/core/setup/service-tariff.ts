import type { Service } from "./service";

/** The tariff a service's rate is read from: its own, or the one that stands in where a live rate fails. */
export function tariffCodeOf(rate: Service["rate"]): string | undefined {
  if ("tariff" in rate) return rate.tariff;
  const { fallback } = "live" in rate ? rate : { fallback: undefined };
  return typeof fallback === "object" && "tariff" in fallback ? fallback.tariff : undefined;
}
