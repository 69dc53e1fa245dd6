import type { Change } from "./inverse";
import { joinPath, type Json } from "./path";
import { same } from "./same";
import type { Service } from "./service";

/** The tariff a service's rate is read from: its own, or the one that stands in where a live rate fails. */
export function tariffCodeOf(rate: Service["rate"]): string | undefined {
  if ("tariff" in rate) return rate.tariff;
  const { fallback } = "live" in rate ? rate : { fallback: undefined };
  return typeof fallback === "object" && "tariff" in fallback ? fallback.tariff : undefined;
}

/** Whether a service was begun and never had a rate: it is off until it has one. */
export function isBegun({ rate, active }: Pick<Service, "rate" | "active">): boolean {
  return "none" in rate && !active;
}

/** The changes that give a service a rate; its first one switches it on. Nothing where it has that rate already. */
export function rateChanges(
  service: Pick<Service, "code" | "rate" | "active">,
  to: Service["rate"],
): Change[] {
  const { code, rate } = service;
  const path = joinPath("services", code);
  return [
    ...(same(rate, to) ? [] : [{ path: `${path}/rate`, from: rate as Json, to: to as Json }]),
    ...(isBegun(service) ? [{ path: `${path}/active`, from: false, to: true }] : []),
  ];
}
