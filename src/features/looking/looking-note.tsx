"use client";

import { useSubmit } from "@/features/submit";
import { Trouble } from "@/ui/parts/trouble";
import { lookAt } from "./actions";

/** Says on every page that a revision is shown, and leads back to the draft. */
export function LookingNote({ revision }: { readonly revision: number }) {
  const { busy, trouble, submit } = useSubmit();
  return (
    <div
      role="status"
      className="flex shrink-0 items-center gap-3 border-b-2 border-ink bg-wash px-[18px] py-1 print:hidden"
    >
      <p>
        Left of the gate you see <b>revision {revision}</b> as it was published. Nothing of it can be changed.
      </p>
      <button
        type="button"
        className="link font-semibold"
        disabled={busy}
        onClick={() => void submit(() => lookAt({}))}
      >
        Back to the draft
      </button>
      <Trouble text={trouble} />
    </div>
  );
}
