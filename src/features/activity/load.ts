import "server-only";
import { isDate } from "@/core/calendar/local-date";
import { instantOf } from "@/core/calendar/local-time";
import { dayOf } from "@/core/calendar/working-days";
import { actionWords } from "@/messages/action-words";
import { localTimeText } from "@/core/calendar/local-time-text";
import { placeWords } from "@/messages/place-words";
import { may, type Role } from "@/server/auth/roles";
import { load, loadFor, type Look } from "@/server/load";
import { exportActivity, knownActors, readActivity } from "@/server/services/activity-log";
import { draftSetup } from "@/server/services/draft-setup";
import { valueText } from "@/messages/value-text";

export interface ActivityQuery {
  readonly who?: string | undefined;
  readonly about?: string | undefined;
  readonly from?: string | undefined;
  readonly to?: string | undefined;
  readonly page?: string | undefined;
}

export interface ShownAction {
  readonly id: string;
  readonly at: string;
  readonly who: string;
  readonly what: string;
  readonly subject: string;
  /** A path of the setup, where it is one. */
  readonly path: string;
  readonly from: string;
  readonly to: string;
}

export const PAGE = 100;
const LAST_PAGE = 100_000;

/** A page of what was done, in words. */
export function loadActivity(query: ActivityQuery) {
  return load(async ({ db, person }) => {
    const page = Math.max(1, Math.min(LAST_PAGE, Number(query.page) || 1));
    const zone = await timeZoneOf(db);
    const [{ entries, count }, people] = await Promise.all([
      readActivity(db, filterOf(query, zone), { limit: PAGE, offset: (page - 1) * PAGE }),
      knownActors(db),
    ]);
    return {
      actions: entries.map((entry) => shown(entry, person.role, zone)),
      count,
      people,
      page,
      pages: Math.max(1, Math.ceil(count / PAGE)),
      zone,
      mayExport: may(person.role, "see-activity-details"),
    };
  });
}

/** Everything a filter finds, for a file; `undefined` for those who may not take it out. That it was taken is noted. */
export function loadAllActivity(query: ActivityQuery) {
  return loadFor("see-activity-details", async ({ db, person, now }) => {
    const zone = await timeZoneOf(db);
    const entries = await exportActivity(db, filterOf(query, zone), { who: person, now });
    return { zone, actions: entries.map((entry) => shown(entry, person.role, zone)) };
  });
}

async function timeZoneOf(db: Look["db"]): Promise<string> {
  return (await draftSetup(db))?.setup.business.timeZone ?? "UTC";
}

/** Days are the business's: both ends in. */
function filterOf({ who, about, from, to }: ActivityQuery, zone: string) {
  const begin = (date: string, later: number) =>
    new Date(instantOf({ day: dayOf(date) + later, time: 0 }, zone));
  return {
    who: who === "" ? undefined : who,
    about: about?.trim() === "" ? undefined : about?.trim(),
    from: from !== undefined && isDate(from) ? begin(from, 0) : undefined,
    before: to !== undefined && isDate(to) ? begin(to, 1) : undefined,
  };
}

type Entry = Awaited<ReturnType<typeof readActivity>>["entries"][number];

/** What tells of people, customers and accounts is for those who see these elsewhere too. */
function isPersonal(what: string, subject: string): boolean {
  return /^(orders|people|sign-in|trials)(\/|$)/.test(subject) || what.startsWith("account-");
}

function shown({ id, at, who, what, subject, from, to }: Entry, role: Role, zone: string): ShownAction {
  const hidden = isPersonal(what, subject) && !may(role, "see-activity-details");
  const about = hidden && subject.startsWith("people/") ? "people" : subject;
  return {
    id,
    at: localTimeText(new Date(at).toISOString(), zone),
    who,
    what: actionWords(what),
    subject: what.startsWith("setup") ? placeWords(subject) : about,
    path: what === "setup-changed" ? subject : "",
    from: hidden ? "" : valueText(from),
    to: hidden ? "" : valueText(to),
  };
}
