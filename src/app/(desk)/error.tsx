"use client";

import { Button } from "@/ui/parts/button";

interface Props {
  readonly error: Error & { readonly digest?: string };
  readonly reset: () => void;
}

/** A page that could not be made, inside of the shell: the line and undo stay where they are. */
export default function DeskError({ error, reset }: Props) {
  return (
    <section role="alert" className="sheet m-[18px] max-w-[40rem] border-l-4 border-l-loss px-4 py-3">
      <h1 className="mb-1">This page could not be shown</h1>
      <p className="mb-3">
        Nothing you stored is lost. Try again; if it stays so, report this number: {error.digest ?? "none"}
      </p>
      <Button kind="main" onClick={reset}>
        Try again
      </Button>
    </section>
  );
}
