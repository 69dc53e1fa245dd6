"use client";

import { Button } from "@/ui/parts/button";

interface Props {
  readonly label: string;
  readonly words: string;
  readonly link: string;
  readonly onDone: () => void;
}

/** A link to send somebody; it is here this once. */
export function LinkPanel({ label, words, link, onDone }: Props) {
  return (
    <section className="sheet mb-4 px-4 py-3" aria-label={label}>
      <p>{words}</p>
      <input
        readOnly
        aria-label={`${label} link`}
        className="control my-2 h-8 w-full px-2"
        value={link}
        onFocus={(event) => event.target.select()}
      />
      <Button kind="main" onClick={onDone}>
        Done
      </Button>
    </section>
  );
}
