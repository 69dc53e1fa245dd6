"use client";

import { useState, type FormEvent } from "react";
import { isOpen } from "@/core/orders/order-state";
import { PinOrder } from "@/features/bench";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Key } from "@/ui/parts/key";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import type { OrderTarget } from "./actions";
import { cancel, confirm, reopen } from "./order-calls";
import type { OrderView } from "./load";
import { stateNames } from "./order-states";

interface Props {
  readonly view: OrderView;
  readonly target: OrderTarget;
  readonly mayEdit: boolean;
  readonly mayReopen: boolean;
  readonly busy: boolean;
  readonly onRerate: () => void;
}

/** Whose order it is and how far, and what can be done with the whole of it. */
export function OrderHead({ view, target, mayEdit, mayReopen, busy, onRerate }: Props) {
  const { order, applied, state } = view;
  const { busy: sending, trouble, submit } = useSubmit();
  const [asking, setAsking] = useState<"cancel" | "reopen">();
  const open = mayEdit && isOpen(state);
  const mayUnlock = mayReopen && (state === "confirmed" || state === "cancelled");
  return (
    <>
      <PageHead
        above={
          <>
            Order {order.number} · {view.channelName} · {view.placed} ·{" "}
            <span aria-hidden>{stateNames[state].sign}</span> {stateNames[state].name}
          </>
        }
        title={`${order.customerName}, ${order.postcode} ${order.city}`}
        isThumbed
      >
        <span className="max-md:hidden">
          <PinOrder number={order.number} placedAt={order.placedAt} />
        </span>
        {mayUnlock && <Button onClick={() => setAsking("reopen")}>Reopen</Button>}
        {mayEdit && (open || state === "confirmed") && (
          <Button onClick={() => setAsking("cancel")}>Cancel order</Button>
        )}
        {open && (
          <>
            <Button
              onClick={onRerate}
              disabled={!applied || busy}
              title="Work the applied offer out anew (r)"
            >
              Re-rate <Key>r</Key>
            </Button>
            <Button
              kind="main"
              disabled={state !== "ready" || busy || sending}
              onClick={() => void submit(() => confirm(target))}
              title={
                state === "ready"
                  ? "Lock the order with this charge"
                  : "Needs an applied charge that is up to date"
              }
            >
              Confirm order
            </Button>
          </>
        )}
      </PageHead>
      {asking && (
        <AskReason
          what={asking}
          onDone={async (why) => {
            const send = asking === "cancel" ? cancel : reopen;
            const answer = await submit(() => send(target, why));
            if (answer.ok) setAsking(undefined);
          }}
          onLeave={() => setAsking(undefined)}
        />
      )}
      <Trouble text={trouble} />
    </>
  );
}

const asks = {
  cancel: { why: "Why is it cancelled?", button: "Cancel the order" },
  reopen: { why: "Why is it reopened?", button: "Reopen the order" },
} as const;

function AskReason({
  what,
  onDone,
  onLeave,
}: {
  readonly what: "cancel" | "reopen";
  readonly onDone: (why: string) => Promise<void>;
  readonly onLeave: () => void;
}) {
  const [why, setWhy] = useState("");
  const send = (event: FormEvent) => {
    event.preventDefault();
    void onDone(why);
  };
  return (
    <form
      onSubmit={send}
      className="sheet mb-3 flex flex-wrap items-end gap-3 border-l-4 border-l-sign px-3 py-2"
    >
      <label>
        {asks[what].why} <span className="text-soft">It stays in the history.</span>
        <input
          autoFocus
          className="control mt-0.5 block h-8 w-[420px] max-w-full px-2"
          maxLength={300}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
      </label>
      <Button kind="main" type="submit" disabled={why.trim() === ""}>
        {asks[what].button}
      </Button>
      <Button onClick={onLeave}>Keep it as it is</Button>
    </form>
  );
}
