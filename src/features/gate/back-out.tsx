"use client";

import { useState } from "react";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { backOutOf } from "./actions";

/** Two clicks for when something is wrong: what was live before is live again, and the draft stays as it is. */
export function BackOut({ number }: { readonly number: number }) {
  const [isAsked, setAsked] = useState(false);
  const { busy, trouble, submit } = useSubmit();
  const backOut = async () => {
    const answer = await submit(() => backOutOf({ number }));
    if (answer.ok) setAsked(false);
  };
  if (!isAsked)
    return (
      <p className="pt-1">
        <button type="button" className="link" onClick={() => setAsked(true)}>
          Back out…
        </button>{" "}
        <Trouble text={trouble} />
      </p>
    );
  return (
    <div className="mt-1 border-l-4 border-loss pl-2">
      <p>What was live before revision {number} is live again at once. The draft stays as it is.</p>
      <div className="flex gap-2 pt-1">
        <Button kind="main" disabled={busy} onClick={() => void backOut()}>
          Back out of revision {number}
        </Button>
        <Button disabled={busy} onClick={() => setAsked(false)}>
          Cancel
        </Button>
      </div>
      <Trouble text={trouble} />
    </div>
  );
}
