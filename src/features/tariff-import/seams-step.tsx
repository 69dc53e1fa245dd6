"use client";

import { placeOfLine } from "@/core/tariff-files/rate-record";
import type { Seam, SeamChoice, SeamChoices } from "@/core/tariff-files/seam";
import type { ReadTariff } from "@/core/tariff-files/thread";
import { choiceOf, seamGroups, withChoice, type SeamGroup } from "./seam-groups";

interface Props {
  readonly tariffs: readonly ReadTariff[];
  readonly choices: Readonly<Record<string, SeamChoices>>;
  readonly unit: string;
  readonly onChoices: (choices: Readonly<Record<string, SeamChoices>>) => void;
}

/** Where the file's intervals do not meet, and what is done there. */
export function SeamsStep({ tariffs, choices, unit, onChoices }: Props) {
  const groups = seamGroups(tariffs);
  if (groups.length === 0) return null;
  return (
    <section aria-label="Where breaks do not meet" className="sheet mb-3 px-4 py-3">
      <h2>Where breaks do not meet</h2>
      <ul className="mt-1">
        {groups.map((group) => (
          <li
            key={group.key}
            className="flex flex-wrap items-center gap-x-3 border-b border-hairline py-1 last:border-0"
          >
            <span className="min-w-[30rem] flex-1">
              {sentence(group, unit)}{" "}
              <span className="text-soft">
                {tariffs.length > 1 && `${namesOf(group)} · `}
                {group.rows} {group.rows === 1 ? "row" : "rows"}, first in line {placeOfLine(group.line).line}
              </span>
            </span>
            <select
              aria-label={sentence(group, unit)}
              className="control h-7 w-[22rem] px-1"
              value={choiceOf(group, choices)}
              onChange={(event) => onChoices(withChoice(choices, group, event.target.value as SeamChoice))}
            >
              {options(group, unit).map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </li>
        ))}
      </ul>
    </section>
  );
}

function namesOf({ seams }: SeamGroup): string {
  return [...new Set(seams.map(({ tariff }) => tariff))].join(", ");
}

const MOST_NAMED = 4;

function sentence({ steps, seams }: SeamGroup, unit: string): string {
  const [first] = seams;
  if (!first) return "";
  if (!steps) return seamSentence(first.seam, unit);
  const places = [...new Set(seams.map(({ seam }) => `${seam.end} to ${seam.start}`))];
  const named = places.slice(0, MOST_NAMED).join(", ");
  const more = places.length > MOST_NAMED ? ` and ${places.length - MOST_NAMED} more` : "";
  return `Breaks begin one step after the one before ends: ${named}${more} ${unit}.`;
}

function seamSentence({ kind, end, start }: Seam, unit: string): string {
  const of = unit === "" ? "" : ` ${unit}`;
  switch (kind) {
    case "gap":
      return `Nothing is said between ${end} and ${start}${of}.`;
    case "overlap":
      return `Two rates hold between ${start} and ${end === "" ? "any value" : end}${of}.`;
    case "start":
      return `Nothing is said below ${start}${of}.`;
    case "lastBound":
      return `The last break ends at ${end}${of}, which looks like “and above”.`;
  }
}

type Options = readonly (readonly [SeamChoice, string])[];

function options({ steps, seams }: SeamGroup, unit: string): Options {
  const [first] = seams;
  if (!first) return [];
  const { kind, end, start } = first.seam;
  if (steps)
    return [
      ["upper", `where the lower one ends is the edge, like ${end}`],
      ["lower", `where the upper one begins is the edge, like ${start}`],
      ["empty", "no rate in between"],
    ];
  switch (kind) {
    case "gap":
      return [
        ["upper", `the edge is ${end}: the upper rate holds between`],
        ["lower", `the edge is ${start}: the lower rate holds between`],
        ["empty", "no rate between"],
      ];
    case "overlap":
      return [
        ["lower", `the lower one holds, up to ${end === "" ? "any value" : end}`],
        ["upper", `the upper one holds, from ${start}`],
      ];
    case "start":
      return [
        ["upper", "the first rate holds from 0"],
        ["empty", "no rate below"],
      ];
    case "lastBound":
      return [
        ["lower", `it ends at ${end} ${unit}`],
        ["upper", "and above"],
      ];
  }
}
