"use client";

import Link from "next/link";
import { beginOrigin } from "@/core/setup/begin-origin";
import type { Origin } from "@/core/setup/origin";
import { AddMember, useDraft } from "@/features/draft";
import { download } from "@/features/import";
import { suspendedMark, useSuspended } from "@/features/suspensions";
import { useListSearch } from "@/ui/parts/list-search";
import { SideList } from "@/ui/parts/side-list";
import type { OriginAlias } from "./origin-import";

/** The origins in the order of their rank. */
export function OriginsSide({
  origins,
  current,
  country,
  timeZone,
  aliases = [],
}: {
  readonly origins: readonly Origin[];
  readonly current: string | undefined;
  readonly country: string;
  readonly timeZone: string;
  readonly aliases?: readonly OriginAlias[];
}) {
  const { mayEdit } = useDraft();
  const suspended = useSuspended();
  const sorted = [...origins].sort((a, b) => a.rank - b.rank || (a.code < b.code ? -1 : 1));
  const search = useListSearch("Search origins", origins.length);
  const found = sorted.filter(({ code, name, address }) => search.holds(`${code} ${name} ${address.city}`));
  const entries = found.map((origin) => ({
    key: origin.code,
    href: search.carry(`/origins/${encodeURIComponent(origin.code)}`),
    title: <span className="font-semibold">{origin.name}</span>,
    mark: origin.active ? suspendedMark(suspended("origin", origin.code)) : "off",
    sub: `${origin.address.city} ${origin.address.country}, cut-off ${origin.cutOff}`,
    figure: `rank ${origin.rank}`,
    faded: !origin.active,
  }));
  return (
    <>
      {search.field}
      <SideList
        label="Origins"
        entries={entries}
        current={current}
        empty={search.text === "" ? "No place to ship from yet." : `None is called “${search.text}”.`}
      />
      <AddMember
        what="an origin"
        list="origins"
        home="/origins"
        taken={origins.map((origin) => origin.code)}
        template={(code, name) => ({
          ...beginOrigin(code, name, { country, timeZone, rank: origins.length + 1 }),
        })}
      />
      <p className="flex flex-wrap gap-x-3 px-3 pb-3 text-soft">
        {mayEdit && (
          <Link prefetch={false} className="link" href="/origins/import">
            Import
          </Link>
        )}
        <button type="button" className="link" onClick={() => void save(sorted, aliases)}>
          CSV
        </button>
      </p>
    </>
  );
}

async function save(origins: readonly Origin[], aliases: readonly OriginAlias[]): Promise<void> {
  const { originsCsv } = await import("./origin-import");
  download("origins.csv", originsCsv(origins, aliases));
}
