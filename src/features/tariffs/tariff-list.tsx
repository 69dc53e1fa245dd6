import Link from "next/link";
import { Fragment } from "react";
import type { Tariff } from "@/core/setup/tariff";
import { placeHref } from "@/features/draft";
import { inForce, nextToCome } from "@/core/tariffs/in-force";
import { count } from "@/messages/figures";
import { measureWords } from "./tariff-words";

/** A service or an offer that reads a tariff. */
export interface TariffUser {
  readonly name: string;
  readonly path: string;
}

export interface TariffSummary {
  readonly tariff: Pick<Tariff, "code" | "name" | "side" | "currency" | "measure" | "unit">;
  readonly carrier: string | undefined;
  readonly chartName: string;
  readonly usedBy: readonly TariffUser[];
  readonly changed: { readonly day: string; readonly who: string } | undefined;
  readonly editions: readonly {
    readonly label: string;
    readonly from: string;
    readonly to?: string;
    readonly daysLeft: number | undefined;
  }[];
  readonly findings: number;
}

/** All freight tables, what we pay above what we charge. */
export function TariffList({
  tariffs,
  today,
}: {
  readonly tariffs: readonly TariffSummary[];
  readonly today: string;
}) {
  return (
    <div className="sheet narrow overflow-x-auto">
      <table className="w-full border-collapse">
        <thead className="sticky top-0 bg-sheet text-left text-xs text-soft">
          <tr className="border-b border-edge [&>th]:px-2 [&>th]:py-1.5 [&>th]:font-normal">
            <th>Tariff</th>
            <th>Side</th>
            <th>Carrier</th>
            <th>By</th>
            <th>Zones</th>
            <th>Used by</th>
            <th>In force</th>
            <th>Next edition</th>
            <th className="whitespace-nowrap">Last change</th>
            <th className="text-right">Findings</th>
          </tr>
        </thead>
        <tbody>
          {tariffs.map((entry) => (
            <Row key={entry.tariff.code} entry={entry} today={today} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({ entry, today }: { readonly entry: TariffSummary; readonly today: string }) {
  const { tariff, editions } = entry;
  const current = inForce(editions, today);
  const next = nextToCome(editions, today);
  return (
    <tr className="border-b border-hairline last:border-0 hover:bg-well [&>td]:h-[30px] [&>td]:px-2">
      <td className="font-semibold">
        <Link prefetch={false} className="link" href={`/tariffs/${encodeURIComponent(tariff.code)}`}>
          {tariff.name}
        </Link>
      </td>
      <td className="whitespace-nowrap">{tariff.side === "buy" ? "we pay" : "we charge"}</td>
      <td>{entry.carrier ?? <span className="text-faint">–</span>}</td>
      <td className="whitespace-nowrap">
        {tariff.currency}, {measureWords(tariff)}
      </td>
      <td>{entry.chartName}</td>
      <td>
        <Users users={entry.usedBy} />
      </td>
      <td className="whitespace-nowrap">
        {current ? (
          <>
            {current.label}
            {current.daysLeft !== undefined && (
              <span className={!next && current.daysLeft < 60 ? "text-loss" : "text-soft"}>
                , {count(current.daysLeft, "day")} left
              </span>
            )}
          </>
        ) : (
          <span className="text-loss">none</span>
        )}
      </td>
      <td className="whitespace-nowrap">
        {next ? `${next.label}, ${next.from}` : <span className="text-faint">none</span>}
      </td>
      <td className="whitespace-nowrap">
        {entry.changed ? (
          <span title={entry.changed.who}>{entry.changed.day}</span>
        ) : (
          <span className="text-faint">–</span>
        )}
      </td>
      <td className="text-right">
        {entry.findings === 0 ? <span className="text-faint">0</span> : entry.findings}
      </td>
    </tr>
  );
}

/** What reads the tariff, each with a link to where that is set. */
function Users({ users }: { readonly users: readonly TariffUser[] }) {
  if (users.length === 0) return <span className="text-faint">nothing</span>;
  return users.map(({ name, path }, i) => {
    const href = placeHref(path);
    return (
      <Fragment key={path}>
        {i > 0 && ", "}
        {href === undefined ? (
          name
        ) : (
          <Link prefetch={false} className="link" href={href}>
            {name}
          </Link>
        )}
      </Fragment>
    );
  });
}
