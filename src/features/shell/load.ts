import "server-only";
import { cookies } from "next/headers";
import type { Business } from "@/core/setup/business";
import { requirePerson } from "@/server/auth/person";
import { may } from "@/server/auth/roles";
import { localDate } from "@/core/calendar/local-date";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { lineStops, setupGap } from "./stops";
import { currentSetup } from "@/server/services/current-setup";

/** What every page of the desk shows around itself. */
export async function loadShell() {
  const person = await requirePerson();
  const current = await currentSetup(database(), "draft");
  const sources = (current?.findings ?? [])
    .filter((finding) => finding.severity !== "note")
    .map((finding) => ({ source: finding.source, stop: finding.severity === "error" }));
  return {
    person,
    mayEdit: may(person.role, "edit-setup"),
    stops: lineStops(sources, current && setupGap(current.setup)),
    businessName: current?.setup.business.name,
    habits: habitsOf(current?.setup.business),
    theme: await readTheme(),
    hasSetup: current !== undefined,
    trialWords: current && {
      channels: current.setup.channels.map(({ code, name }) => ({ code, name })),
      country: current.setup.business.country,
      weight: current.setup.business.units.weight,
    },
  };
}

/** How the business counts; what stands in before there is one is never shown beside a figure. */
function habitsOf(business: Business | undefined) {
  return {
    weight: business?.units.weight ?? "kg",
    length: business?.units.length ?? "cm",
    currency: business?.homeCurrency ?? "EUR",
    today: localDate(now().toISOString(), business?.timeZone ?? "UTC"),
  } as const;
}

export type Theme = "system" | "light" | "dark";

/** The theme a person chose on this device. */
export async function readTheme(): Promise<Theme> {
  const value = (await cookies()).get("theme")?.value;
  return value === "light" || value === "dark" ? value : "system";
}
