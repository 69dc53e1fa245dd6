"use client";

import { useState } from "react";
import { useDraft } from "@/features/draft";
import { sent } from "@/features/submit";
import { storeNote } from "./actions";
import type { NoteOfCell } from "./noted-cells";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly note: NoteOfCell;
}

/** The note on the active cell: why it is what it is, who said so. It is stored when the field is left. */
export function NotePanel({ note }: Props) {
  const { mayEdit } = useDraft();
  const [typed, setTyped] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const { cell, text, version, by } = note;
  if (!mayEdit && text === "") return null;
  const store = async () => {
    if (typed === undefined || typed === text) return setTyped(undefined);
    const answer = await sent(storeNote({ cell, note: typed, version }));
    setTrouble(answer.ok ? undefined : answer.text);
    if (answer.ok) setTyped(undefined);
  };
  return (
    <div className="mt-1.5">
      <textarea
        id="cell-note"
        aria-label={`Note on the cell of zone ${cell.zone}`}
        className="control block w-full px-1.5 py-1"
        rows={(typed ?? text) === "" ? 1 : 3}
        placeholder="A note on this cell"
        readOnly={!mayEdit}
        value={typed ?? text}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void store()}
        onKeyDown={(event) => {
          if (event.key === "Escape") setTyped(undefined);
          if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) event.currentTarget.blur();
        }}
      />
      {by !== undefined && <span className="text-soft">{by}</span>}
      <Trouble text={trouble} />
    </div>
  );
}
