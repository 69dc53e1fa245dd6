"use client";

import { useState, type FormEvent } from "react";
import { useDraft } from "./draft-provider";
import { Trouble } from "@/ui/parts/trouble";

type Renaming = Parameters<ReturnType<typeof useDraft>["rename"]>[0];

interface Props {
  readonly code: string;
  readonly renaming: (to: string) => Renaming;
  /** With the new code, or without one when nothing was changed. */
  readonly onDone: (to: string | undefined) => void;
}

/** Another code for something: Enter carries it through, Esc leaves it. */
export function RenameForm({ code, renaming, onDone }: Props) {
  const { rename } = useDraft();
  const [typed, setTyped] = useState(code);
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const to = typed.trim();
    if (to === code) return onDone(undefined);
    setBusy(true);
    const answer = await rename(renaming(to));
    setBusy(false);
    if (answer.ok) onDone(to);
    else setTrouble(answer.text);
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="inline-flex flex-wrap items-baseline gap-1.5">
      <input
        autoFocus
        aria-label="New code"
        className="control h-6 w-28 px-1.5"
        value={typed}
        aria-invalid={trouble !== undefined}
        disabled={busy}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Escape") onDone(undefined);
        }}
      />
      <button type="submit" className="link underline" disabled={busy}>
        Rename everywhere
      </button>
      <Trouble text={trouble} />
    </form>
  );
}
