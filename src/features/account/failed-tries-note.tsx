"use client";

import { useSubmit } from "@/features/submit";
import { seenFailedTries } from "./actions";

interface Props {
  readonly count: number;
  /** When the last one was, by the business's clock. */
  readonly last: string;
  readonly from: string | undefined;
}

/** Tells somebody that others tried to sign in as them, until they say that they have seen it. */
export function FailedTriesNote({ count, last, from }: Props) {
  const { busy, trouble, submit } = useSubmit();
  return (
    <div
      role="status"
      className="flex items-baseline gap-3 border-b border-hairline border-l-4 border-l-sign bg-sheet px-[18px] py-1.5 print:hidden"
    >
      <p>
        {count === 1 ? "One try" : `${count} tries`} to sign in as you failed, the last on {last}
        {from !== undefined && ` from ${from}`}. If that was not you, change your password under{" "}
        <a className="link" href="/account">
          Your sign-in
        </a>
        .
      </p>
      <button type="button" className="link" disabled={busy} onClick={() => void submit(seenFailedTries)}>
        Dismiss
      </button>
      {trouble !== undefined && <span className="text-loss">{trouble}</span>}
    </div>
  );
}
