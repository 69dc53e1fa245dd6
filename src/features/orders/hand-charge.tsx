"use client";

import { useState, type FormEvent } from "react";
import type { FurtherLine } from "@/core/orders/hand-charge";
import { useSubmit } from "@/features/submit";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import type { OrderTarget } from "./actions";
import { applyCharge } from "./order-calls";
import type { OrderView } from "./load";

interface Props {
  readonly view: OrderView;
  readonly target: OrderTarget;
}

type Applied = NonNullable<OrderView["applied"]>;

/** What is set by hand on the charge: another amount for the delivery, and further charges, each with its reason. */
export function HandCharge({ view, target }: Props) {
  const { applied } = view;
  const [form, setForm] = useState<"amount" | "line">();
  const { busy, trouble, submit } = useSubmit();
  if (!applied) return null;
  const send = async (byHand: Parameters<typeof applyCharge>[1]["byHand"]) => {
    const answer = await submit(() =>
      applyCharge(target, { offer: applied.offer.offer, ...(byHand ? { byHand } : {}) }),
    );
    if (answer.ok) setForm(undefined);
  };
  const { amount, lines } = kept(applied);
  return (
    <div className="mt-1.5 px-2">
      <p className="flex flex-wrap gap-x-3">
        <button
          type="button"
          className="link"
          onClick={() => setForm(form === "amount" ? undefined : "amount")}
        >
          Another amount
        </button>
        <button type="button" className="link" onClick={() => setForm(form === "line" ? undefined : "line")}>
          Add a charge
        </button>
        {(amount ?? lines) && (
          <button type="button" className="link" disabled={busy} onClick={() => void send({})}>
            As worked out
          </button>
        )}
      </p>
      {form === "amount" && (
        <AmountForm
          view={view}
          busy={busy}
          onSend={(next) => void send({ amount: next, ...(lines ? { lines } : {}) })}
        />
      )}
      {form === "line" && (
        <LineForm
          view={view}
          busy={busy}
          onSend={(line) => void send({ ...(amount ? { amount } : {}), lines: [...(lines ?? []), line] })}
        />
      )}
      <Trouble text={trouble} />
    </div>
  );
}

/** What is set by hand already, as it is sent again. */
function kept({ byHand }: Applied) {
  const { amount, lines } = byHand;
  return {
    amount: amount && {
      reason: amount.reason,
      ...(amount.net === undefined ? {} : { net: amount.net }),
      ...(amount.gross === undefined ? {} : { gross: amount.gross }),
    },
    lines: lines?.map(({ by: _, at: __, ...line }): FurtherLine => line),
  };
}

const field = "control mt-0.5 block h-8 w-full px-2";

function AmountForm({
  view: { includesTax, currency, mostByHand },
  busy,
  onSend,
}: {
  readonly view: OrderView;
  readonly busy: boolean;
  readonly onSend: (amount: { net?: string; gross?: string; reason: string }) => void;
}) {
  const [typed, setTyped] = useState({ figure: "", reason: "" });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const figure = plainNumber(typed.figure);
    onSend({ ...(includesTax ? { gross: figure } : { net: figure }), reason: typed.reason });
  };
  return (
    <form aria-label="Another amount" onSubmit={submit} className="mt-1 space-y-1.5">
      <label className="block">
        Delivery, {currency} {includesTax ? "with tax" : "without tax"}
        <span className="text-soft">
          {" "}
          0 waives it
          {mostByHand !== undefined &&
            `; further than ${mostByHand} ${currency} without tax from what is worked out, somebody else agrees first`}
        </span>
        <input
          autoFocus
          inputMode="decimal"
          className={`${field} text-right`}
          value={typed.figure}
          onChange={(event) => setTyped({ ...typed, figure: event.target.value })}
        />
      </label>
      <label className="block">
        Why
        <input
          className={field}
          maxLength={300}
          value={typed.reason}
          onChange={(event) => setTyped({ ...typed, reason: event.target.value })}
        />
      </label>
      <Button type="submit" disabled={busy || typed.figure.trim() === "" || typed.reason.trim() === ""}>
        Charge it
      </Button>
    </form>
  );
}

function LineForm({
  view: { includesTax, currency, chargeTypes, deliveryTaxPercent },
  busy,
  onSend,
}: {
  readonly view: OrderView;
  readonly busy: boolean;
  readonly onSend: (line: FurtherLine) => void;
}) {
  const [typed, setTyped] = useState({
    type: chargeTypes[0]?.code ?? "",
    figure: "",
    taxPercent: deliveryTaxPercent,
    reason: "",
  });
  const set = (more: Partial<typeof typed>) => setTyped({ ...typed, ...more });
  const name = chargeTypes.find(({ code }) => code === typed.type)?.name ?? typed.type;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const { type, figure, taxPercent, reason } = typed;
    onSend({ type, name, amount: plainNumber(figure), taxPercent: plainNumber(taxPercent), reason });
  };
  return (
    <form aria-label="A further charge" onSubmit={submit} className="mt-1 space-y-1.5">
      <label className="block">
        Charge
        <select className={field} value={typed.type} onChange={(event) => set({ type: event.target.value })}>
          {chargeTypes.map(({ code, name: called }) => (
            <option key={code} value={code}>
              {called}
            </option>
          ))}
        </select>
      </label>
      <div className="grid grid-cols-2 gap-2">
        <label>
          {currency} {includesTax ? "with tax" : "without tax"}
          <input
            inputMode="decimal"
            className={`${field} text-right`}
            value={typed.figure}
            onChange={(event) => set({ figure: event.target.value })}
          />
        </label>
        <label>
          Tax, %
          <input
            inputMode="decimal"
            className={`${field} text-right`}
            value={typed.taxPercent}
            onChange={(event) => set({ taxPercent: event.target.value })}
          />
        </label>
      </div>
      <label className="block">
        Why
        <input
          className={field}
          maxLength={300}
          value={typed.reason}
          onChange={(event) => set({ reason: event.target.value })}
        />
      </label>
      <Button type="submit" disabled={busy || typed.figure.trim() === "" || typed.reason.trim() === ""}>
        Add it
      </Button>
    </form>
  );
}
