"use client";

import { useId, useRef, useState, type KeyboardEvent } from "react";
import { classNames } from "@/ui/class-names";
import { completeItems } from "./actions";
import type { TrialWords } from "./trial-text";
import { useCompletion, type Completion } from "./use-completion";

interface Props {
  readonly label: string;
  /** In a form that is sent as it stands. */
  readonly name?: string;
  readonly words: TrialWords;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly onLeave?: (() => void) | undefined;
  readonly isWrong?: boolean;
  readonly placeholder: string;
  readonly className: string;
  /** Where there is room for what could come next. */
  readonly opens: "up" | "down";
}

/** A text with what could come next beside it: Tab or Enter on one takes it, Esc puts them away. */
export function CompletingInput(props: Props) {
  const { label, name, words, value, onChange, onLeave, isWrong = false, opens } = props;
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [marked, setMarked] = useState(-1);
  const { completions, ask, close } = useCompletion(words, completeItems);
  const complete = ({ text, from }: Completion) => {
    const at = input.current?.selectionStart ?? value.length;
    onChange(`${value.slice(0, from)}${text}${value.slice(at)}`);
    close();
    setMarked(-1);
    input.current?.focus();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const chosen = completions[Math.max(0, marked)];
    if (event.key === "Escape" && completions.length === 0) return onLeave?.();
    if (event.key === "Enter" && marked < 0) return close();
    if (completions.length === 0) return;
    if (event.key === "ArrowDown") setMarked(Math.min(completions.length - 1, marked + 1));
    else if (event.key === "ArrowUp") setMarked(Math.max(-1, marked - 1));
    else if (event.key === "Escape") close();
    else if (chosen && (event.key === "Tab" || event.key === "Enter")) complete(chosen);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <span className={classNames("relative", props.className)}>
      <input
        ref={input}
        name={name}
        role="combobox"
        aria-label={label}
        aria-expanded={completions.length > 0}
        aria-controls={`${id}-list`}
        aria-autocomplete="list"
        aria-activedescendant={marked >= 0 ? `${id}-${marked}` : undefined}
        aria-invalid={isWrong}
        autoComplete="off"
        className="control h-full w-full px-1.5"
        placeholder={props.placeholder}
        value={value}
        onChange={(event) => {
          onChange(event.target.value);
          setMarked(-1);
          ask(event.target.value.slice(0, event.target.selectionStart ?? undefined));
        }}
        onBlur={close}
        onKeyDown={onKeyDown}
      />
      {completions.length > 0 && (
        <ul
          id={`${id}-list`}
          role="listbox"
          aria-label="What could come next"
          className={classNames(
            "absolute left-0 z-40 max-w-full min-w-[260px] rounded-md border border-edge bg-sheet p-1 shadow-lg",
            opens === "up" ? "bottom-full mb-1" : "top-full mt-1",
          )}
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
    </span>
  );
}
