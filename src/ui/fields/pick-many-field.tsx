"use client";

import { useState } from "react";
import { classNames } from "../class-names";
import type { Committed } from "./commit";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly label: string;
  /** What the field edits: links that lead here name it. */
  readonly path?: string;
  readonly chosen: readonly string[];
  readonly options: readonly { readonly value: string; readonly name: string }[];
  readonly onCommit: (chosen: readonly string[]) => Promise<Committed>;
  readonly readOnly?: boolean;
  /** What choosing none means. */
  readonly none: string;
  readonly hideLabel?: boolean;
}

/** Any of a few, each switched by itself; the order of the chosen is the order of the options. */
export function PickManyField({ label, path, chosen, options, onCommit, readOnly, none, hideLabel }: Props) {
  const [trouble, setTrouble] = useState<string>();
  const toggle = async (value: string) => {
    const next = options
      .map((option) => option.value)
      .filter((one) => (one === value ? !chosen.includes(one) : chosen.includes(one)));
    const result = await onCommit(next);
    setTrouble(result.ok ? undefined : result.text);
  };
  return (
    <fieldset data-path={path} className="mb-1 flex flex-wrap items-baseline gap-x-2" disabled={readOnly}>
      <legend className={hideLabel ? "sr-only" : "float-left w-[128px] shrink-0 pt-1 text-soft"}>
        {label}
      </legend>
      <div className="flex flex-1 flex-wrap items-center gap-1">
        {options.map((option) => {
          const on = chosen.includes(option.value);
          return (
            <button
              key={option.value}
              type="button"
              aria-pressed={on}
              onClick={() => void toggle(option.value)}
              className={classNames(
                "rounded-md border px-1.5 py-0.5 disabled:cursor-default",
                on
                  ? "border-ink bg-ink text-on-ink"
                  : "border-hairline bg-transparent text-soft enabled:hover:border-edge",
              )}
            >
              {option.name}
            </button>
          );
        })}
        {chosen.length === 0 && <span className="narrow text-soft">{none}</span>}
      </div>
      <Trouble text={trouble} />
    </fieldset>
  );
}
