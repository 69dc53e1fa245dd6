import "server-only";
import { cookies } from "next/headers";
import type { Business } from "@/core/setup/business";
import { may } from "@/server/auth/roles";
import { localDate } from "@/core/calendar/local-date";
import { localTimeText } from "@/core/calendar/local-time-text";
import { untoldTries } from "@/server/auth/tries";
import { load, type Look } from "@/server/load";
import { countryName } from "@/messages/country-name";
import { beyondSetup } from "@/server/services/beyond-setup";
import { wayIn } from "./way-in";
import { gateSign, lineStops, setupGap } from "./stops";
import { draftSetup } from "@/server/services/draft-setup";
import { findingsOf } from "@/server/services/findings";
import { gateState } from "@/server/services/gate";
import { countingFindings } from "@/server/services/set-aside";
import { shownSetup } from "@/server/shown-setup";

/** What every page of the desk shows around itself. */
export function loadShell() {
  return load(async ({ db, person, now }) => {
    const [current, draft] = [await shownSetup(db), await draftSetup(db)];
    const checked = draft && (await findingsOf(db, draft, now));
    const gate = draft && (await gateState(db, draft));
    const counting = await countingFindings(db, checked?.findings ?? []);
    const stopCount = counting.filter(({ severity }) => severity === "error").length;
    const sources = counting
      .filter((finding) => finding.severity !== "note")
      .map((finding) => ({ source: finding.source, stop: finding.severity === "error" }));
    return {
      checking: checked?.pending === true,
      stamp: current?.stamp ?? 0,
      person,
      live: gate?.live ?? 0,
      /** The revision that is looked into, read only. */
      looking: current?.revision,
      mayEdit: current?.revision === undefined && may(person.role, "edit-setup"),
      stops: lineStops(sources, current && setupGap(current.setup), gate && gateSign(gate, stopCount)),
      businessName: current?.setup.business.name,
      timeZone: current?.setup.business.timeZone ?? "UTC",
      way:
        current && current.revision === undefined && may(person.role, "edit-setup")
          ? wayIn(current.setup, countryName(current.setup.business.country), await beyondSetup(db))
          : undefined,
      habits: habitsOf(current?.setup.business, now),
      failedTries: await failedTriesOf(db, person.email, current?.setup.business.timeZone ?? "UTC"),
      theme: await readTheme(),
      hasSetup: current !== undefined,
      trialWords: current && {
        channels: current.setup.channels.map(({ code, name }) => ({ code, name })),
        country: current.setup.business.country,
        weight: current.setup.business.units.weight,
      },
    };
  });
}

/** Wrong tries to sign in as somebody, for telling them. */
async function failedTriesOf(db: Look["db"], email: string, zone: string) {
  const found = await untoldTries(db, email);
  return (
    found && {
      count: found.count,
      last: localTimeText(found.lastAt, zone),
      from: found.lastFrom ?? undefined,
    }
  );
}

/** How the business counts; what stands in before there is one is never shown beside a figure. */
function habitsOf(business: Business | undefined, now: Date) {
  return {
    weight: business?.units.weight ?? "kg",
    length: business?.units.length ?? "cm",
    currency: business?.homeCurrency ?? "EUR",
    country: business?.country ?? "EE",
    today: localDate(now.toISOString(), business?.timeZone ?? "UTC"),
  } as const;
}

export type Theme = "system" | "light" | "dark";

/** The theme a person chose on this device. */
export async function readTheme(): Promise<Theme> {
  const value = (await cookies()).get("theme")?.value;
  return value === "light" || value === "dark" ? value : "system";
}
