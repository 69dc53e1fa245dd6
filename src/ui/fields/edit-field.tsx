"use client";

import { useId, useState, type KeyboardEvent, type ReactNode } from "react";
import { classNames } from "../class-names";
import { readingNote } from "../number-text";
import type { Commit, Committed } from "./commit";

interface Props {
  readonly label: string;
  /** What the field edits: links that lead here name it. */
  readonly path?: string;
  readonly value: string;
  readonly onCommit: Commit;
  /** Hears what is being typed, and nothing more when typing is over. */
  readonly onTyping?: ((typed: string | undefined) => void) | undefined;
  readonly unit?: string;
  readonly width?: string;
  readonly numeric?: boolean;
  readonly readOnly?: boolean;
  readonly placeholder?: string;
  readonly hideLabel?: boolean;
  /** Texts to choose from; others may be typed. */
  readonly choices?: readonly string[] | undefined;
  /** What helps with it, beside the field. */
  readonly aid?: ReactNode;
  /** The value has still to be typed, and what it belongs to counts nowhere until then. */
  readonly isMissing?: boolean;
}

type Trouble = Committed & { ok: false };

/**
 * A field that is edited in place: Enter or leaving it commits, Esc gives up. What was typed stays until it is stored;
 * what is wrong stands under it.
 */
export function EditField({
  label,
  path,
  value,
  onCommit,
  onTyping,
  unit,
  width = "16rem",
  numeric,
  readOnly,
  placeholder,
  hideLabel,
  isMissing = false,
  choices,
  aid,
}: Props) {
  const id = useId();
  const [here, setHere] = useState(false);
  const [typed, setTyped] = useState<string>();
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  const [reading, setReading] = useState<string>();
  const commit = async (text: string | undefined) => {
    if (text === undefined || busy || (text === value && !trouble)) {
      if (text === value) onTyping?.(undefined);
      return setTyped(text === value ? undefined : typed);
    }
    setBusy(true);
    const result = await onCommit(text);
    setBusy(false);
    setTrouble(result.ok ? undefined : result);
    if (!result.ok) return;
    setTyped(undefined);
    setReading(numeric ? readingNote(text) : undefined);
  };
  const giveUp = () => {
    setTyped(undefined);
    setTrouble(undefined);
    onTyping?.(undefined);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") event.currentTarget.blur();
    if (event.key === "Escape") giveUp();
  };
  return (
    <div className="mb-1" data-path={path}>
      <div className="flex flex-wrap items-baseline gap-x-2">
        <label htmlFor={id} className={hideLabel ? "sr-only" : "w-[128px] shrink-0 text-soft"}>
          {label}
        </label>
        <input
          id={id}
          value={typed ?? value}
          readOnly={readOnly}
          placeholder={placeholder}
          inputMode={numeric ? "decimal" : undefined}
          list={choices && !readOnly ? `${id}-choices` : undefined}
          onFocus={(event) => {
            setHere(true);
            // what is chosen already is not what somebody looks for
            if (choices) event.currentTarget.select();
          }}
          aria-invalid={trouble !== undefined}
          aria-describedby={trouble ? `${id}-trouble` : undefined}
          onChange={(event) => {
            setTyped(event.target.value);
            onTyping?.(event.target.value);
          }}
          onBlur={() => void commit(typed)}
          onKeyDown={onKeyDown}
          style={{ width }}
          className={classNames(
            "h-7 max-w-full rounded-md border bg-transparent px-1.5 transition-colors duration-150 placeholder:text-faint",
            numeric && "text-right",
            trouble
              ? "border-loss"
              : readOnly
                ? "border-transparent"
                : "border-transparent border-b-hairline hover:border-edge focus:border-edge focus:bg-sheet",
            typed !== undefined && !trouble && "border-dashed border-edge",
            isMissing && typed === undefined && "hatch border-dashed border-edge",
          )}
        />
        {choices && here && !readOnly && (
          <datalist id={`${id}-choices`}>
            {choices.map((choice) => (
              <option key={choice} value={choice} />
            ))}
          </datalist>
        )}
        {!readOnly && aid}
        {unit !== undefined && <span className="text-soft">{unit}</span>}
      </div>
      {reading !== undefined && (
        <p role="status" className="text-soft">
          {reading}
        </p>
      )}
      {trouble && (
        <TroubleNote
          id={`${id}-trouble`}
          trouble={trouble}
          onMine={() => void commit(typed)}
          onTheirs={giveUp}
          indent={!hideLabel}
        />
      )}
    </div>
  );
}

interface NoteProps {
  readonly id: string;
  readonly trouble: Trouble;
  readonly onMine: () => void;
  readonly onTheirs: () => void;
  readonly indent: boolean;
}

/** What is wrong with a value, and, where two people set it, the choice between the two. */
export function TroubleNote({ id, trouble, onMine, onTheirs, indent }: NoteProps) {
  return (
    <p id={id} role="alert" className={classNames("mt-0.5 text-loss", indent && "md:ml-[136px]")}>
      {trouble.text}
      {trouble.conflict && (
        <>
          {" "}
          <button
            type="button"
            className="link underline"
            onMouseDown={(event) => event.preventDefault()}
            onClick={onMine}
          >
            Keep mine
          </button>{" "}
          <button
            type="button"
            className="link underline"
            onMouseDown={(event) => event.preventDefault()}
            onClick={onTheirs}
          >
            Keep theirs
          </button>
        </>
      )}
    </p>
  );
}
