"use client";

import { useState } from "react";
import { moneyText } from "@/core/money/currency";
import { Decimal, sum } from "@/core/money/decimal";
import { useSubmit } from "@/features/submit";
import { objectionNames } from "@/messages/bill-words";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { object } from "./actions";
import type { BillParts } from "./load";

type Shown = BillParts["matched"][number];

/** Which of a bill's shipments are to be objected to. */
export interface Choice {
  readonly chosen: ReadonlySet<number>;
  readonly toggle: (position: number) => void;
}

/** Chooses something billed to object to; what is objected to says how far that is, what is as expected nothing. */
export function ObjectBox({ row, choice }: { readonly row: Shown; readonly choice: Choice }) {
  if (row.objection) return <span className="text-soft">{objectionNames[row.objection]}</span>;
  if (Number(row.objectable) <= 0) return null;
  const name = row.order ?? row.parcel.tracking ?? row.parcel.reference ?? String(row.position + 1);
  return (
    <input
      type="checkbox"
      aria-label={`Object to ${name}`}
      checked={choice.chosen.has(row.position)}
      onChange={() => choice.toggle(row.position)}
    />
  );
}

/** Why the chosen are not ours to pay, and the word to the carrier; there as long as something is chosen. */
export function ObjectForm({
  bill,
  currency,
  rows,
  onDone,
}: {
  readonly bill: string;
  readonly currency: string;
  readonly rows: readonly Shown[];
  readonly onDone: () => void;
}) {
  const [reason, setReason] = useState("");
  const { busy, trouble, submit } = useSubmit();
  if (rows.length === 0) return null;
  const send = async () => {
    const answer = await submit(() =>
      object({ bill, positions: rows.map(({ position }) => position), reason }),
    );
    if (!answer.ok) return;
    setReason("");
    onDone();
  };
  const amount = moneyText(sum(rows.map(({ objectable }) => Decimal.of(objectable))), currency);
  return (
    <form
      aria-label="Object"
      className="sticky bottom-0 z-10 flex flex-wrap items-baseline gap-3 border-t-2 border-ink bg-sheet px-3 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <b>
        {rows.length === 1 ? "1 shipment" : `${rows.length} shipments`}, {amount} {currency}
      </b>
      <label className="flex flex-1 items-baseline gap-1.5">
        <span className="text-soft">Why</span>
        <input
          value={reason}
          maxLength={500}
          onChange={({ target }) => setReason(target.value)}
          className="h-7 min-w-[16rem] flex-1 rounded-md border border-edge bg-sheet px-2"
        />
      </label>
      <Button kind="main" type="submit" disabled={busy || reason.trim() === ""}>
        Object
      </Button>
      <Trouble text={trouble} />
    </form>
  );
}
