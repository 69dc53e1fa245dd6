"use client";

import { useState, type FormEvent } from "react";
import type { Payer } from "@/core/orders/credit";
import { useSubmit } from "@/features/submit";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import type { OrderTarget } from "./actions";
import { giveBack } from "./order-calls";
import type { OrderView } from "./load";

interface Props {
  readonly view: OrderView;
  readonly target: OrderTarget;
  readonly mayEdit: boolean;
}

const payers: Readonly<Record<Payer, string>> = {
  us: "we",
  carrier: "the carrier",
  supplier: "the supplier",
};

/** What has left of an order and what was given back, and giving something back. */
export function AfterConfirming({ view, target, mayEdit }: Props) {
  const { state, credits, left } = view;
  const [isOpen, setOpen] = useState(false);
  const mayCredit = mayEdit && (state === "confirmed" || state === "handed-over");
  if (!mayCredit && credits.length === 0 && left.length === 0) return null;
  return (
    <section aria-label="After confirming" className="mt-3">
      {left.map(({ day, service, origin, tracking, pieces }, i) => (
        <p key={i} className="px-2">
          {day}: {pieces === 1 ? "1 piece" : `${pieces} pieces`} left {view.originNames[origin] ?? origin} by{" "}
          {view.serviceNames[service] ?? service}
          {tracking.length > 0 && <span className="text-soft"> {tracking.join(", ")}</span>}
        </p>
      ))}
      {credits.map((one, i) => (
        <p key={i} className="px-2">
          Credited: <b>{one.net}</b> + {one.tax} tax {one.currency},{" "}
          {[
            ...one.lines.map(
              ({ position, quantity }) => `${quantity} × ${view.lines[position]?.name ?? position}`,
            ),
            ...(one.delivery ? ["delivery"] : []),
          ].join(", ")}
          <span className="text-soft">
            {" "}
            {one.reason}; {payers[one.payer as Payer]} {one.payer === "us" ? "pay" : "pays"}
          </span>
        </p>
      ))}
      {mayCredit && !isOpen && (
        <p className="px-2">
          <button type="button" className="link" onClick={() => setOpen(true)}>
            Give a credit
          </button>
        </p>
      )}
      {mayCredit && isOpen && <CreditForm view={view} target={target} onDone={() => setOpen(false)} />}
    </section>
  );
}

const field = "control mt-0.5 block h-8 w-full px-2";

function CreditForm({
  view,
  target,
  onDone,
}: Pick<Props, "view" | "target"> & { readonly onDone: () => void }) {
  const { lines, currency, includesTax } = view;
  const [pieces, setPieces] = useState<Readonly<Record<number, string>>>({});
  const [typed, setTyped] = useState({ delivery: "", reason: "", payer: "us" as Payer });
  const { busy, trouble, submit } = useSubmit();
  const set = (more: Partial<typeof typed>) => setTyped({ ...typed, ...more });
  const asked = lines.flatMap(({ position }) => {
    const quantity = Number(plainNumber(pieces[position] ?? ""));
    return quantity > 0 ? [{ position, quantity }] : [];
  });
  const send = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await submit(() =>
      giveBack(target, {
        lines: asked,
        ...(typed.delivery.trim() === "" ? {} : { delivery: plainNumber(typed.delivery) }),
        reason: typed.reason,
        payer: typed.payer,
      }),
    );
    if (answer.ok) onDone();
  };
  return (
    <form
      aria-label="Give a credit"
      onSubmit={(event) => void send(event)}
      className="sheet space-y-1.5 px-3 py-2"
    >
      {lines.map(({ position, name, quantity }) => (
        <label key={position} className="flex items-center justify-between gap-2">
          <span className="truncate">
            {name} <span className="text-soft">of {quantity}</span>
          </span>
          <input
            inputMode="numeric"
            className="control h-8 w-16 px-2 text-right"
            value={pieces[position] ?? ""}
            onChange={(event) => setPieces({ ...pieces, [position]: event.target.value })}
          />
        </label>
      ))}
      <label className="block">
        Of the delivery, {currency} {includesTax ? "with tax" : "without tax"}
        <input
          inputMode="decimal"
          className={`${field} text-right`}
          value={typed.delivery}
          onChange={(event) => set({ delivery: event.target.value })}
        />
      </label>
      <label className="block">
        Why
        <input
          className={field}
          maxLength={300}
          value={typed.reason}
          onChange={(event) => set({ reason: event.target.value })}
        />
      </label>
      <label className="block">
        Who pays
        <select
          className={field}
          value={typed.payer}
          onChange={(event) => set({ payer: event.target.value as Payer })}
        >
          {Object.entries(payers).map(([value, name]) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <span className="flex gap-2">
        <Button
          type="submit"
          disabled={
            busy || typed.reason.trim() === "" || (asked.length === 0 && typed.delivery.trim() === "")
          }
        >
          Credit it
        </Button>
        <Button kind="quiet" onClick={onDone}>
          Cancel
        </Button>
      </span>
      <Trouble text={trouble} />
    </form>
  );
}
