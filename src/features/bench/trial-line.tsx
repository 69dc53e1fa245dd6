"use client";

import { useState, type FormEvent } from "react";
import { Trouble } from "@/ui/parts/trouble";
import { CompletingInput } from "./completing-input";
import type { TrialWords } from "./trial-text";

interface Props {
  readonly label: string;
  readonly words: TrialWords;
  readonly value: string;
  readonly onChange: (text: string) => void;
  /** Takes the line; what is wrong with it comes back. */
  readonly onTake: () => Promise<string | undefined>;
  readonly onLeave?: () => void;
  readonly submit: string;
}

/** A line that a trial is typed in. */
export function TrialLine({ label, words, value, onChange, onTake, onLeave, submit }: Props) {
  const [trouble, setTrouble] = useState<string>();
  const take = async (event: FormEvent) => {
    event.preventDefault();
    setTrouble(await onTake());
  };
  return (
    <form onSubmit={(event) => void take(event)} className="flex flex-1 flex-wrap items-center gap-1.5">
      <CompletingInput
        label={label}
        words={words}
        value={value}
        onChange={(text) => {
          onChange(text);
          setTrouble(undefined);
        }}
        onLeave={onLeave}
        isWrong={trouble !== undefined}
        placeholder="2 HIVE-10, 1 SMOKER to SE 62145, web"
        className="h-7 min-w-0 flex-1"
        opens="up"
      />
      <button type="submit" className="link shrink-0">
        {submit}
      </button>
      <Trouble text={trouble} />
    </form>
  );
}
