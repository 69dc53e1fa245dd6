"use client";

import { useId, useState } from "react";
import type { Commit } from "./commit";

interface Props {
  readonly label: string;
  /** What the field edits: links that lead here name it. */
  readonly path?: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly name: string }[];
  readonly onCommit: Commit;
  readonly readOnly?: boolean;
  readonly hideLabel?: boolean;
}

/** One of a few; committed when chosen. */
export function ChoiceField({ label, path, value, options, onCommit, readOnly, hideLabel }: Props) {
  const id = useId();
  const [chosen, setChosen] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const choose = async (next: string) => {
    setChosen(next);
    const result = await onCommit(next);
    setTrouble(result.ok ? undefined : result.text);
    if (result.ok) setChosen(undefined);
  };
  return (
    <div className="mb-1" data-path={path}>
      <div className="flex flex-wrap items-baseline gap-x-2">
        <label htmlFor={id} className={hideLabel ? "sr-only" : "w-[128px] shrink-0 text-soft"}>
          {label}
        </label>
        <select
          id={id}
          value={chosen ?? value}
          disabled={readOnly}
          aria-invalid={trouble !== undefined}
          onChange={(event) => void choose(event.target.value)}
          className="h-7 max-w-full rounded-md border border-transparent border-b-hairline bg-transparent px-1 hover:border-edge disabled:text-ink disabled:opacity-100"
        >
          {options.map((option) => (
            <option key={option.value} value={option.value} className="bg-sheet">
              {option.name}
            </option>
          ))}
        </select>
      </div>
      {trouble !== undefined && (
        <p role="alert" className={hideLabel ? "text-loss" : "text-loss md:ml-[136px]"}>
          {trouble}
        </p>
      )}
    </div>
  );
}
