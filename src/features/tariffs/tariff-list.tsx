"use client";

import Link from "next/link";
import { Fragment } from "react";
import { placeHref } from "@/features/draft";
import { inForce, nextToCome } from "@/core/tariffs/in-force";
import { count } from "@/messages/figures";
import { useListSearch } from "@/ui/parts/list-search";
import { SortedHeads, type SortedHead } from "@/ui/parts/sorted-heads";
import { useAddressText } from "@/ui/use-address-text";
import { orderedTariffs } from "./tariff-order";
import type { TariffSummary, TariffUser } from "./tariff-summary";
import { measureWords } from "./tariff-words";

const heads: readonly SortedHead[] = [
  { key: "name", name: "Tariff" },
  { key: "side", name: "Side" },
  { key: "carrier", name: "Carrier" },
  { key: "currency", name: "By" },
  { key: "zones", name: "Zones" },
  { key: "used", name: "Used by" },
  { key: "left", name: "In force" },
  { key: "next", name: "Next edition" },
  { key: "changed", name: "Last change" },
  { key: "findings", name: "Findings", right: true },
];

/** All freight tables, what we pay above what we charge; looked through by name, code, carrier and what uses them. */
export function TariffList({
  tariffs,
  today,
}: {
  readonly tariffs: readonly TariffSummary[];
  readonly today: string;
}) {
  const search = useListSearch("Search tariffs", tariffs.length);
  const [by, onBy] = useAddressText("by");
  const found = tariffs.filter(({ tariff, carrier = "", chartName, usedBy }) =>
    search.holds([tariff.code, tariff.name, carrier, chartName, ...usedBy.map(({ name }) => name)].join(" ")),
  );
  return (
    <div className="sheet narrow overflow-x-auto">
      {search.field && (
        <div className="flex flex-wrap items-center gap-x-3 [&>label]:w-72 [&>label]:border-0">
          {search.field}
          <span className="text-soft" role="status">
            {search.text === "" ? count(tariffs.length, "tariff") : `${found.length} of ${tariffs.length}`}
          </span>
        </div>
      )}
      <table className="w-full border-collapse">
        <thead className="sticky top-0 bg-sheet text-left text-xs text-soft">
          <SortedHeads heads={heads} by={by} onBy={onBy} />
        </thead>
        <tbody>
          {orderedTariffs(found, by, today).map((entry) => (
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
