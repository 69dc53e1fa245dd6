"use client";

import Link from "next/link";
import { useState } from "react";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { ListTable } from "@/ui/parts/list-table";
import { Section } from "@/ui/parts/section";
import { Trouble } from "@/ui/parts/trouble";
import { agree } from "./actions";
import type { BillParts } from "./load";

const MOST_ROWS = 200;
/** Of 100: how like a shipment must be for somebody to agree without looking at each. */
const USUAL_SCORE = 80;

/** What is like a shipment of ours, but not enough to be taken without somebody's word: said one by one, or from a likeness on. */
export function ProposedMatches({
  bill,
  rows,
  currency,
}: {
  readonly bill: string;
  readonly rows: BillParts["proposed"];
  readonly currency: string;
}) {
  const [from, setFrom] = useState(String(USUAL_SCORE));
  const { busy, trouble, submit } = useSubmit();
  if (rows.length === 0) return null;
  const say = (positions: readonly number[], areOurs: boolean) =>
    submit(() => agree({ bill, positions: [...positions], areOurs }));
  const likely = rows.filter(({ score = 0 }) => score >= Number(from)).map(({ position }) => position);
  return (
    <Section name="Perhaps yours">
      <form
        className="mb-2 flex flex-wrap items-baseline gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void say(likely, true);
        }}
      >
        <label className="flex items-baseline gap-1.5">
          <span className="text-soft">Probably a shipment of yours. Accept all with a likeness of</span>
          <input
            value={from}
            inputMode="numeric"
            onChange={({ target }) => setFrom(target.value)}
            className="h-7 w-14 rounded-md border border-edge bg-sheet px-1 text-right"
          />
        </label>
        <span className="text-soft">of 100 and more</span>
        <Button type="submit" disabled={busy || likely.length === 0}>
          {likely.length === 1 ? "Accept 1" : `Accept ${likely.length}`}
        </Button>
        <Trouble text={trouble} />
      </form>
      <ListTable
        heads={["Number", "Like order", "To", "Alike", `Billed, ${currency}`]}
        unseen="Yours or not"
        narrow
        figuresFrom={3}
      >
        {rows.slice(0, MOST_ROWS).map(({ position, parcel, order, score = 0, billed }) => (
          <tr key={position} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
            <td>{parcel.tracking ?? parcel.reference ?? "none"}</td>
            <td>
              {order !== undefined && (
                <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(order)}`}>
                  {order}
                </Link>
              )}
            </td>
            <td>{[parcel.country, parcel.postcode].filter((part) => part !== undefined).join(" ")}</td>
            <td className="text-right">{score} of 100</td>
            <td className="text-right">{billed ?? "no exchange rate"}</td>
            <td className="whitespace-nowrap text-right">
              <button
                type="button"
                className="link"
                disabled={busy}
                onClick={() => void say([position], true)}
              >
                It is
              </button>
              <button
                type="button"
                className="link ml-3"
                disabled={busy}
                onClick={() => void say([position], false)}
              >
                It is not
              </button>
            </td>
          </tr>
        ))}
      </ListTable>
    </Section>
  );
}
