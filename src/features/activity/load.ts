import "server-only";
import { isDate } from "@/core/calendar/local-date";
import { instantOf } from "@/core/calendar/local-time";
import { dayOf } from "@/core/calendar/working-days";
import { deedWords } from "@/messages/deed-words";
import { placeWords } from "@/messages/place-words";
import { requirePerson } from "@/server/auth/person";
import { may, type Role } from "@/server/auth/roles";
import { database } from "@/server/database";
import { activePeople, readActivity } from "@/server/services/activity-log";
import { currentSetup } from "@/server/services/current-setup";
import { valueText } from "./value-text";

export interface ActivityQuery {
  readonly who?: string | undefined;
  readonly about?: string | undefined;
  readonly from?: string | undefined;
  readonly to?: string | undefined;
  readonly page?: string | undefined;
}

export interface ShownDeed {
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
const MOST_EXPORTED = 50_000;

/** A page of what was done, in words. */
export async function loadActivity(query: ActivityQuery) {
  const person = await requirePerson();
  const page = Math.max(1, Number(query.page) || 1);
  const filter = await filterOf(query);
  const [{ entries, count }, people] = await Promise.all([
    readActivity(database(), filter, { limit: PAGE, offset: (page - 1) * PAGE }),
    activePeople(database()),
  ]);
  return {
    deeds: entries.map((entry) => shown(entry, person.role)),
    count,
    people,
    page,
    pages: Math.max(1, Math.ceil(count / PAGE)),
  };
}

/** Everything a filter finds, for a file. */
export async function loadAllActivity(query: ActivityQuery): Promise<ShownDeed[]> {
  const person = await requirePerson();
  const { entries } = await readActivity(database(), await filterOf(query), {
    limit: MOST_EXPORTED,
    offset: 0,
  });
  return entries.map((entry) => shown(entry, person.role));
}

/** Days are the business's: both ends in. */
async function filterOf({ who, about, from, to }: ActivityQuery) {
  const zone = (await currentSetup(database(), "draft"))?.setup.business.timeZone ?? "UTC";
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

/** An account's number is for those who see it at the carrier too. */
function shown({ id, at, who, what, subject, from, to }: Entry, role: Role): ShownDeed {
  const hidden = what.startsWith("account-") && !may(role, "edit-setup") && !may(role, "see-secrets");
  return {
    id,
    at: new Date(at).toISOString(),
    who,
    what: deedWords(what),
    subject: what.startsWith("setup") ? placeWords(subject) : subject,
    path: what === "setup-changed" ? subject : "",
    from: hidden ? "" : valueText(from),
    to: hidden ? "" : valueText(to),
  };
}
