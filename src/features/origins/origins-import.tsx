"use client";

import { useRouter } from "next/navigation";
import { useCallback, useState } from "react";
import { beginOrigin } from "@/core/setup/begin-origin";
import type { Origin } from "@/core/setup/origin";
import { useDraft, type EditFailure } from "@/features/draft";
import { ImportPanel, type RowVerdict } from "@/features/import";
import { PageHead } from "@/ui/parts/page-head";
import { storeAliases } from "./actions";
import {
  guessMatch,
  originVerdict,
  originFields,
  type Match,
  type OriginAlias,
  type OriginRow,
} from "./origin-import";

interface Props {
  readonly origins: readonly Origin[];
  readonly aliases: readonly OriginAlias[];
  readonly timeZone: string;
  readonly country: string;
}

/** Origins from a selling platform's file: its codes are matched with ours, once. */
export function OriginsImport({ origins, aliases, timeZone, country }: Props) {
  const { commit, mayEdit } = useDraft();
  const router = useRouter();
  const [platform, setPlatform] = useState(aliases[0]?.platform ?? "");
  const [chosen, setChosen] = useState<ReadonlyMap<string, Match>>(new Map());
  const matchOf = useCallback(
    (cells: Readonly<Record<string, string>>): Match => {
      const theirs = (cells.theirs ?? "").trim();
      return chosen.get(theirs) ?? guessMatch(theirs, cells.name ?? "", platform, origins, aliases);
    },
    [chosen, platform, origins, aliases],
  );
  const keptFor = useCallback(
    (cells: Readonly<Record<string, string>>) =>
      aliases.some(
        (alias) => alias.platform === platform.trim() && alias.theirs === (cells.theirs ?? "").trim(),
      ),
    [aliases, platform],
  );
  const read = useCallback(
    (cells: Readonly<Record<string, string>>) =>
      originVerdict(cells, {
        origins,
        matchOf,
        keptFor,
        begin: (code) =>
          beginOrigin(code, cells.name?.trim() || code, { country, timeZone, rank: origins.length + 1 }),
      }),
    [origins, matchOf, keptFor, country, timeZone],
  );
  const take = async (rows: readonly OriginRow[]): Promise<{ readonly ok: true } | EditFailure> => {
    const unfit = (text: string): EditFailure => ({ ok: false, code: "invalid", text, problems: [] });
    if (platform.trim() === "") return unfit("Say which platform the file comes from.");
    const changes = rows.flatMap((row) => row.change ?? []);
    const answer = changes.length > 0 ? await commit(changes) : ({ ok: true } as const);
    if (!answer.ok) return answer;
    const kept = await storeAliases(rows.map(({ theirs, origin }) => ({ platform, theirs, origin })));
    return kept.ok ? answer : kept;
  };
  if (!mayEdit) return <p className="text-soft">Your role may look, not change.</p>;
  return (
    <>
      <PageHead above="Origins" title="Import origins" />
      <label className="mb-3 block">
        <span className="text-soft">The platform the file comes from </span>
        <input
          className="control h-7 w-56 px-1.5"
          value={platform}
          placeholder="like our web shop"
          onChange={(event) => setPlatform(event.target.value)}
        />
      </label>
      <ImportPanel<OriginRow>
        what="origins"
        fields={originFields}
        read={read}
        onTake={take}
        onClose={() => router.push("/origins")}
        step={(rows) => (
          <MatchingStep
            rows={rows}
            origins={origins}
            matchOf={matchOf}
            onMatch={(theirs, match) => setChosen(new Map(chosen).set(theirs, match))}
          />
        )}
      />
    </>
  );
}

function MatchingStep({
  rows,
  origins,
  matchOf,
  onMatch,
}: {
  readonly rows: readonly RowVerdict<OriginRow>[];
  readonly origins: readonly Origin[];
  readonly matchOf: (cells: Readonly<Record<string, string>>) => Match;
  readonly onMatch: (theirs: string, match: Match) => void;
}) {
  const codes = [
    ...new Map(rows.map((row) => [(row.cells.theirs ?? "").trim(), row.cells])).entries(),
  ].filter(([theirs]) => theirs !== "");
  if (codes.length === 0) return null;
  const open = codes.filter(([, cells]) => matchOf(cells) === undefined).length;
  return (
    <section aria-label="Matching" className="mt-3">
      <h3 className="font-semibold">
        Their codes and ours{" "}
        <span className={open > 0 ? "text-loss" : "font-normal text-soft"}>
          {open > 0 ? `${open} not matched` : "all matched"}
        </span>
      </h3>
      <ul className="max-h-[180px] overflow-auto">
        {codes.map(([theirs, cells]) => {
          const match = matchOf(cells);
          const value =
            match === undefined
              ? ""
              : "own" in match
                ? `own ${match.own}`
                : "fresh" in match
                  ? "fresh"
                  : "skip";
          const choose = (text: string) =>
            onMatch(
              theirs,
              text === "fresh" ? { fresh: true } : text === "skip" ? { skip: true } : { own: text.slice(4) },
            );
          return (
            <li key={theirs} className="flex items-center gap-2 py-0.5">
              <span className="w-48 truncate">
                <b>{theirs}</b> <span className="text-soft">{cells.name}</span>
              </span>
              <span aria-hidden>→</span>
              <select
                aria-label={`Origin for ${theirs}`}
                className="control h-7 px-1"
                value={value}
                onChange={(event) => choose(event.target.value)}
              >
                {match === undefined && <option value="">choose</option>}
                {origins.map((origin) => (
                  <option key={origin.code} value={`own ${origin.code}`}>
                    {origin.code} {origin.name}
                  </option>
                ))}
                <option value="fresh">a new origin</option>
                <option value="skip">leave it out</option>
              </select>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
