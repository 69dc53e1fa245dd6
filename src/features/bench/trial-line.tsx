"use client";

import { useId, useRef, useState, type FormEvent, type KeyboardEvent } from "react";
import { classNames } from "@/ui/class-names";
import { completeItems } from "./actions";
import type { TrialWords } from "./trial-text";
import { useCompletion, type Completion } from "./use-completion";
import { Trouble } from "@/ui/parts/trouble";

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

/** A line that a trial is typed in, with what could come next under it: Tab or Enter on one takes it, Esc puts them away. */
export function TrialLine({ label, words, value, onChange, onTake, onLeave, submit }: Props) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [trouble, setTrouble] = useState<string>();
  const [marked, setMarked] = useState(-1);
  const { completions, ask, close } = useCompletion(words, completeItems);
  const take = async (event: FormEvent) => {
    event.preventDefault();
    close();
    setTrouble(await onTake());
  };
  const complete = ({ text, from }: Completion) => {
    const at = input.current?.selectionStart ?? value.length;
    const next = `${value.slice(0, from)}${text}${value.slice(at)}`;
    onChange(next);
    close();
    setMarked(-1);
    input.current?.focus();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const chosen = completions[Math.max(0, marked)];
    if (event.key === "Escape" && completions.length === 0) return onLeave?.();
    if (completions.length === 0) return;
    if (event.key === "ArrowDown") setMarked(Math.min(completions.length - 1, marked + 1));
    else if (event.key === "ArrowUp") setMarked(Math.max(-1, marked - 1));
    else if (event.key === "Escape") close();
    else if (chosen && (event.key === "Tab" || (event.key === "Enter" && marked >= 0))) complete(chosen);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <form
      onSubmit={(event) => void take(event)}
      className="relative flex flex-1 flex-wrap items-center gap-1.5"
    >
      <input
        ref={input}
        role="combobox"
        aria-label={label}
        aria-expanded={completions.length > 0}
        aria-controls={`${id}-list`}
        aria-autocomplete="list"
        aria-activedescendant={marked >= 0 ? `${id}-${marked}` : undefined}
        aria-invalid={trouble !== undefined}
        autoComplete="off"
        className="control h-7 min-w-0 flex-1 px-1.5"
        placeholder="2 HIVE-10, 1 SMOKER to SE 62145, web"
        value={value}
        onChange={(event) => {
          onChange(event.target.value);
          setTrouble(undefined);
          setMarked(-1);
          ask(event.target.value.slice(0, event.target.selectionStart ?? undefined));
        }}
        onBlur={close}
        onKeyDown={onKeyDown}
      />
      <button type="submit" className="link shrink-0">
        {submit}
      </button>
      {completions.length > 0 && (
        <ul
          id={`${id}-list`}
          role="listbox"
          aria-label="What could come next"
          className="absolute bottom-full left-0 z-40 mb-1 max-w-full min-w-[260px] rounded-md border border-edge bg-sheet p-1 shadow-lg"
        >
          {completions.map((one, i) => (
            <li
              key={one.text}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === marked}
              className={classNames(
                "cursor-default truncate rounded-sm px-2 py-0.5",
                i === marked && "bg-wash",
              )}
              onMouseDown={(event) => {
                event.preventDefault();
                complete(one);
              }}
            >
              <b>{one.text.trim()}</b> <span className="text-soft">{one.about}</span>
            </li>
          ))}
        </ul>
      )}
      <Trouble text={trouble} />
    </form>
  );
}
