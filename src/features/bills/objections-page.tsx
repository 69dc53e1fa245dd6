"use client";

import Link from "next/link";
import { useState } from "react";
import { statesAfter, type ObjectionState } from "@/core/recovery/objection";
import { download } from "@/features/import";
import { RecoveryHead } from "@/features/recovery";
import { useSubmit } from "@/features/submit";
import { objectionNames, objectionSteps } from "@/messages/bill-words";
import { Button } from "@/ui/parts/button";
import { ListTable } from "@/ui/parts/list-table";
import { Trouble } from "@/ui/parts/trouble";
import { sayOfObjection } from "./actions";
import type { ObjectionParts } from "./load";
import { objectionsCsv } from "./objections-csv";

type Objection = ObjectionParts["list"][number];

/** What carriers were told is not ours to pay: by carrier, from open to credited, with what was won back. */
export function ObjectionsPage({ parts: { list, sums } }: { readonly parts: ObjectionParts }) {
  const carriers = [...new Map(list.map(({ carrier, carrierName }) => [carrier, carrierName]))].sort(
    ([, a], [, b]) => a.localeCompare(b, "en"),
  );
  return (
    <div className="px-[18px] py-4">
      <RecoveryHead at="objections" maySeeBills title="Objections">
        {list.length > 0 && (
          <Button className="print:hidden" onClick={() => window.print()}>
            Print
          </Button>
        )}
      </RecoveryHead>
      {list.length === 0 && (
        <p className="sheet max-w-[46rem] px-4 py-6">
          Nothing is objected to. On a bill, choose the shipments that cost more than they should, were billed
          twice or are not yours, and say why: they stand here until the carrier has given the money back.
        </p>
      )}
      {sums.map(({ currency, count, waiting, wonBack, rejected }) => (
        <p key={currency}>
          {count} in {currency}: <b>{waiting}</b> {currency} wait, <b className="text-gain">{wonBack}</b>{" "}
          {currency} were won back, {rejected} {currency} rejected.
        </p>
      ))}
      {carriers.map(([code, name]) => {
        const own = list.filter(({ carrier }) => carrier === code);
        return (
          <section key={code} aria-label={name} className="mt-4">
            <div className="mb-1 flex items-baseline gap-4">
              <h2>{name}</h2>
              <Button
                kind="quiet"
                className="print:hidden"
                onClick={() => download(`objections-${code}.csv`, objectionsCsv(own))}
              >
                Export for the carrier (CSV)
              </Button>
            </div>
            <ListTable
              heads={["Bill", "Shipment", "To", "Why", "State", "Amount", "Credited"]}
              unseen="What became of it"
              narrow
              figuresFrom={5}
            >
              {own.map((one) => (
                <Row key={one.id} one={one} />
              ))}
            </ListTable>
          </section>
        );
      })}
    </div>
  );
}

function Row({ one }: { readonly one: Objection }) {
  const { bill, number, date, parcel, order, reason, amount, currency, state, credited } = one;
  const { busy, trouble, submit } = useSubmit();
  const [back, setBack] = useState(amount);
  const say = (to: ObjectionState) =>
    submit(() =>
      sayOfObjection({
        id: one.id,
        to,
        ...(to === "credited" ? { credited: back.trim().replace(",", ".") } : {}),
      }),
    );
  return (
    <tr className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
      <td>
        <Link prefetch={false} className="link" href={`/recovery/bills/${bill}`}>
          {number}
        </Link>{" "}
        <span className="text-soft">{date}</span>
      </td>
      <td>
        {order === undefined ? (
          (parcel.tracking ?? parcel.reference ?? "")
        ) : (
          <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(order)}`}>
            {order}
          </Link>
        )}
      </td>
      <td>{[parcel.country, parcel.postcode].filter((part) => part !== undefined).join(" ")}</td>
      <td>{reason}</td>
      <td className={state === "credited" ? "font-semibold text-gain" : ""}>{objectionNames[state]}</td>
      <td className="text-right">
        {amount} {currency}
      </td>
      <td className="text-right">
        {state === "accepted" ? (
          <input
            aria-label={`Credited of ${number}, ${order ?? parcel.tracking ?? "shipment"}`}
            className="h-6 w-20 rounded-md border border-edge bg-sheet px-1 text-right"
            value={back}
            onChange={({ target }) => setBack(target.value)}
          />
        ) : (
          (credited ?? "")
        )}
      </td>
      <td className="whitespace-nowrap text-right print:hidden">
        {statesAfter(state).map((to) => (
          <button key={to} type="button" className="link ml-3" disabled={busy} onClick={() => void say(to)}>
            {objectionSteps[to]}
          </button>
        ))}
        <Trouble text={trouble} />
      </td>
    </tr>
  );
}
