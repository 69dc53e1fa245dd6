"use client";

import { Button } from "@/ui/parts/button";

/** Shown in place of a page that failed; it names no cause, the log does. */
export default function ErrorPage({
  error,
  reset,
}: {
  readonly error: Error & { digest?: string };
  readonly reset: () => void;
}) {
  return (
    <main className="grid min-h-dvh place-content-center gap-3 text-center">
      <h1>This page could not be made</h1>
      <p className="text-soft">
        Nothing that was stored is lost. {error.digest !== undefined && `Report the number ${error.digest}.`}
      </p>
      <div>
        <Button kind="main" onClick={reset}>
          Try again
        </Button>
      </div>
    </main>
  );
}
