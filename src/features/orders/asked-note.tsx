"use client";

import { useState, type FormEvent } from "react";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import type { OrderTarget } from "./actions";
import { agree, refuse, takeBackAsked } from "./order-calls";
import type { OrderView } from "./load";

interface Props {
  readonly view: OrderView;
  readonly target: OrderTarget;
  readonly mayEdit: boolean;
  readonly mayAgree: boolean;
}

/** What somebody asks to charge and why, and the answer of somebody else. */
export function AskedNote({ view: { asked }, target, mayEdit, mayAgree }: Props) {
  const { busy, trouble, submit } = useSubmit();
  const [refusing, setRefusing] = useState(false);
  const [why, setWhy] = useState("");
  if (!asked) return null;
  const { amount, workedOut, currency, name, by } = asked;
  const figure = amount.gross ?? amount.net ?? "";
  const send = (event: FormEvent) => {
    event.preventDefault();
    void submit(() => refuse(target, why));
  };
  return (
    <div role="status" className="sheet mb-3 border-l-4 border-l-sign px-3 py-1.5">
      <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <span>
          <b>{by}</b> asks for{" "}
          <b>
            {figure} {currency}
          </b>{" "}
          {amount.gross === undefined ? "without tax" : "with tax"} for {name}, worked out {workedOut}:{" "}
          {amount.reason}.
        </span>
        {mayAgree ? (
          <span className="flex gap-2">
            <Button kind="main" disabled={busy} onClick={() => void submit(() => agree(target))}>
              Approve
            </Button>
            <Button disabled={busy} onClick={() => setRefusing(!refusing)}>
              Decline
            </Button>
          </span>
        ) : (
          <>
            <span className="text-soft">Finance or an administrator has to approve it.</span>
            {mayEdit && (
              <Button disabled={busy} onClick={() => void submit(() => takeBackAsked(target))}>
                Withdraw
              </Button>
            )}
          </>
        )}
      </p>
      {refusing && (
        <form onSubmit={send} className="mt-1.5 flex flex-wrap items-end gap-2">
          <label>
            Why not? <span className="text-soft">It stays in the history.</span>
            <input
              autoFocus
              className="control mt-0.5 block h-8 w-[420px] max-w-full px-2"
              maxLength={300}
              value={why}
              onChange={(event) => setWhy(event.target.value)}
            />
          </label>
          <Button type="submit" disabled={busy || why.trim() === ""}>
            Decline it
          </Button>
        </form>
      )}
      <Trouble text={trouble} />
    </div>
  );
}
