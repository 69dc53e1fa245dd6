import { dateOf, dayOf } from "../calendar/working-days";
import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import type { Edition, Tariff } from "../setup/tariff";
import { finding, type Finding } from "./finding";

/** Days before its end at which an edition without a successor is told of. */
const SOON = 30;

/** Days no edition is in force, days two are, and, from a date on, tariffs that have run out or soon will. */
export function editionFindings(setup: Setup, today: string | undefined): Finding[] {
  return setup.tariffs.flatMap((tariff) => {
    const ordered = [...tariff.editions].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
    return [...seams(tariff, ordered), ...(today === undefined ? [] : ending(tariff, ordered, today))];
  });
}

const pathOf = (tariff: Tariff, edition: Edition) =>
  joinPath("tariffs", tariff.code, "editions", edition.label);

function seams(tariff: Tariff, ordered: readonly Edition[]): Finding[] {
  return ordered.flatMap((next, index): Finding[] => {
    const before = ordered[index - 1];
    if (!before) return [];
    const source = pathOf(tariff, next);
    if (before.to === undefined || before.to >= next.from) {
      // an open one is meant to be followed
      if (before.to === undefined) return [];
      const data = { tariff: tariff.code, first: before.label, second: next.label, from: next.from };
      return [finding("edition-overlap", "note", data, source)];
    }
    const follows = dateOf(dayOf(before.to) + 1);
    return follows < next.from
      ? [
          finding(
            "edition-gap",
            "warning",
            { tariff: tariff.code, after: before.to, before: next.from },
            source,
          ),
        ]
      : [];
  });
}

function ending(tariff: Tariff, ordered: readonly Edition[], today: string): Finding[] {
  // the one that lasts longest decides; an open one has no end
  let last: (Edition & { to: string }) | undefined;
  for (const edition of ordered) {
    const { to } = edition;
    if (to === undefined) return [];
    if (!last || to > last.to) last = { ...edition, to };
  }
  if (!last) return [];
  const { label, to } = last;
  const data = { tariff: tariff.code, label, to };
  const days = dayOf(to) - dayOf(today);
  if (days < 0) return [finding("edition-expired", "warning", data, pathOf(tariff, last))];
  return days <= SOON
    ? [finding("edition-ends-soon", "warning", { ...data, days }, pathOf(tariff, last))]
    : [];
}
