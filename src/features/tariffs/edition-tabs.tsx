import Link from "next/link";
import type { Tariff } from "@/core/setup/tariff";
import { editionState } from "@/core/tariffs/in-force";
import { count } from "@/messages/figures";
import { TimeBars } from "@/ui/charts/time-bars";
import { classNames } from "@/ui/class-names";

interface Props {
  readonly tariff: Tariff;
  readonly current: string;
  readonly today: string;
  readonly daysLeft: Readonly<Record<string, number>>;
}

/** Days before its end at which an edition that nothing follows is marked. */
const SOON = 60;

/** A tariff's editions to choose from, and when each holds, with gaps and overlaps. */
export function EditionTabs({ tariff, current, today, daysLeft }: Props) {
  const home = `/tariffs/${encodeURIComponent(tariff.code)}`;
  const last = tariff.editions.reduce(
    (to, edition) => (edition.to === undefined ? "9999" : to > edition.to ? to : edition.to),
    "",
  );
  return (
    <nav aria-label="Editions" className="mb-2.5">
      <ul className="flex flex-wrap">
        {tariff.editions.map((edition) => {
          const state = editionState(edition, tariff.editions, today);
          const here = edition.label === current;
          const left = daysLeft[edition.label];
          const ends = state === "in force" && edition.to === last && left !== undefined && left <= SOON;
          return (
            <li key={edition.label} className="-ml-px first:ml-0">
              <Link
                href={`${home}?edition=${encodeURIComponent(edition.label)}`}
                prefetch={false}
                aria-current={here ? "page" : undefined}
                className={classNames(
                  "block border border-hairline px-3 py-1",
                  here ? "bg-ink text-on-ink" : "bg-sheet hover:bg-well",
                )}
              >
                <span className="font-semibold">{edition.label}</span>{" "}
                <span className={here ? "" : "text-soft"}>
                  {state === "to come" ? `from ${edition.from}` : state}
                  {state === "in force" && left !== undefined ? `, ${count(left, "day")} left` : ""}
                </span>
                {ends && <b> · nothing follows</b>}
              </Link>
            </li>
          );
        })}
        <li className="ml-3 self-center">
          <Link
            href={`${home}/compare?${new URLSearchParams({ a: before(tariff, current), b: current }).toString()}`}
            prefetch={false}
            className="link"
          >
            {tariff.editions.length > 1 ? "Compare editions" : "Compare with another tariff"}
          </Link>
        </li>
      </ul>
      {tariff.editions.length > 1 && (
        <TimeBars
          label="When each edition holds"
          bars={tariff.editions.map(({ label, from, to }) => ({ name: label, from, to }))}
          today={today}
          current={current}
        />
      )}
    </nav>
  );
}

/** The edition that stands before this one, or another where there is none. */
function before(tariff: Tariff, label: string): string {
  const at = tariff.editions.findIndex((edition) => edition.label === label);
  return (tariff.editions[at - 1] ?? tariff.editions[at + 1])?.label ?? label;
}
