import { dateOf, dayOf } from "../calendar/working-days";
import type { Change } from "../setup/inverse";
import { joinPath } from "../setup/path";

/** The days an edition holds: `from` ≤ date ≤ `to`, both `YYYY-MM-DD`; an open one has no `to`. */
export interface Held {
  readonly from: string;
  readonly to?: string | undefined;
}

const holdsOn = ({ from, to }: Held, date: string) => from <= date && (to === undefined || date <= to);

/** The edition in force on a date; of several the one that began last, of equal ones the first. */
export function inForce<E extends Held>(editions: readonly E[], date: string): E | undefined {
  let found: E | undefined;
  for (const edition of editions)
    if (holdsOn(edition, date) && (!found || found.from < edition.from)) found = edition;
  return found;
}

/** How one of a tariff's editions stands on a date: one that another has followed is past, though it may be open. */
export function editionState(
  edition: Held,
  editions: readonly Held[],
  date: string,
): "past" | "in force" | "to come" {
  if (date < edition.from) return "to come";
  return inForce(editions, date) === edition ? "in force" : "past";
}

/** The edition that begins next after a date. */
export function nextToCome<E extends Held>(editions: readonly E[], date: string): E | undefined {
  let next: E | undefined;
  for (const edition of editions)
    if (edition.from > date && (!next || edition.from < next.from)) next = edition;
  return next;
}

/** The changes that end a tariff's earlier editions the day before a new one begins, where they would still hold then. */
export function endsBefore(
  tariff: string,
  editions: readonly (Held & { readonly label: string })[],
  from: string,
): (Change & { readonly to: string })[] {
  return editions
    .filter((edition) => edition.from < from && holdsOn(edition, from))
    .map(({ label, to }) => ({
      path: joinPath("tariffs", tariff, "editions", label, "to"),
      ...(to === undefined ? {} : { from: to }),
      to: dateOf(dayOf(from) - 1),
    }));
}
