"use client";

import { useState } from "react";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { useCommit, useDraft } from "@/features/draft";
import { classNames } from "@/ui/class-names";
import { plainNumber } from "@/ui/number-text";
import { breakOf, rateMeaning } from "./tariff-words";

interface Props {
  readonly tariff: Tariff;
  readonly edition: Edition;
  readonly index: number;
  readonly path: string;
}

/** A break's edge in the head of its column; empty means "and above", for the last one. */
export function EdgeInput({ tariff, edition, index, path }: Props) {
  const { mayEdit } = useDraft();
  const entry = edition.breaks[index];
  const commit = useCommit(`${path}/edge`, entry?.edge ?? null);
  const [typed, setTyped] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  if (!entry) return null;
  const store = async () => {
    if (typed === undefined || typed === (entry.edge ?? "")) return setTyped(undefined);
    const text = plainNumber(typed);
    const result = await commit(text === "" ? null : text);
    setTrouble(result.ok ? undefined : result.text);
    if (result.ok) setTyped(undefined);
  };
  return (
    <span
      className="block text-right"
      title={trouble ?? `${breakOf(tariff, edition, index)}: ${rateMeaning(tariff, entry)}`}
    >
      <input
        aria-label={`Edge of break ${index + 1}: ${breakOf(tariff, edition, index)}`}
        aria-invalid={trouble !== undefined}
        readOnly={!mayEdit}
        value={typed ?? entry.edge ?? ""}
        placeholder="and above"
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void store()}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") event.currentTarget.blur();
          if (event.key === "Escape") {
            setTyped(undefined);
            setTrouble(undefined);
          }
        }}
        className={classNames(
          "w-full rounded-sm bg-transparent text-right font-semibold text-ink placeholder:font-normal placeholder:text-soft",
          trouble !== undefined && "text-loss outline outline-loss",
        )}
      />
      {entry.rate !== "flat" && (
        <span className="block truncate text-[0.625rem] text-soft">{rateMeaning(tariff, entry)}</span>
      )}
      {trouble !== undefined && (
        <span
          role="alert"
          className="absolute z-30 block max-w-60 border border-loss bg-sheet px-1.5 py-0.5 text-left whitespace-normal text-loss"
        >
          {trouble}
        </span>
      )}
    </span>
  );
}
