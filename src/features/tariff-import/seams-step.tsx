"use client";

import type { Seam, SeamChoice, SeamChoices } from "@/core/tariff-files/seam";
import type { ReadTariff } from "@/core/tariff-files/thread";

interface Props {
  readonly tariffs: readonly ReadTariff[];
  readonly choices: Readonly<Record<string, SeamChoices>>;
  readonly unit: string;
  readonly onChoice: (tariff: string, seam: string, choice: SeamChoice) => void;
}

/** Where the file's intervals do not meet, and what is done there. */
export function SeamsStep({ tariffs, choices, unit, onChoice }: Props) {
  const seams = tariffs.flatMap(({ name, seams: own }) => own.map((seam) => ({ name, seam })));
  if (seams.length === 0) return null;
  return (
    <section aria-label="Where breaks do not meet" className="sheet mb-3 px-4 py-3">
      <h2>Where breaks do not meet</h2>
      <ul className="mt-1">
        {seams.map(({ name, seam }) => (
          <li
            key={`${name} ${seam.key}`}
            className="flex flex-wrap items-center gap-x-3 border-b border-hairline py-1 last:border-0"
          >
            <span className="min-w-[26rem]">
              {tariffs.length > 1 && <b>{name}: </b>}
              {seamSentence(seam, unit)}{" "}
              <span className="text-soft">
                {seam.rows} {seam.rows === 1 ? "row" : "rows"}, first in line {seam.line % 10_000_000}
              </span>
            </span>
            <select
              aria-label={`${name} ${seamSentence(seam, unit)}`}
              className="control h-7 px-1"
              value={choices[name]?.[seam.key] ?? seam.usual}
              onChange={(event) => onChoice(name, seam.key, event.target.value as SeamChoice)}
            >
              {seamOptions(seam, unit).map(([value, words]) => (
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

function seamOptions({ kind, end, start }: Seam, unit: string): readonly (readonly [SeamChoice, string])[] {
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
        ["lower", `ends at ${end} ${unit}`],
        ["upper", "and above"],
      ];
  }
}
