"use client";

import Link from "next/link";
import { useState } from "react";
import { download } from "@/features/import";
import { useSubmit } from "@/features/submit";
import { writeTable } from "@/tabular/write-table";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import { handOverMany } from "./actions";
import type { Leaving, LeavingGroup, LeavingView } from "./load";

/** What leaves, by origin, carrier and service: a list for the dock, on paper and as a file, and the word that it has left. */
export function LeavingPage({ groups, day, mayEdit }: LeavingView) {
  const shipments = groups.reduce((sum, group) => sum + group.shipments.length, 0);
  return (
    <div className="px-[18px] py-4 print:p-0">
      <PageHead
        above={
          <span className="print:hidden">
            <Link prefetch={false} className="link" href="/orders">
              Orders
            </Link>{" "}
            · confirmed, not handed over yet
          </span>
        }
        title={`To hand over, ${day}: ${shipments === 1 ? "1 shipment" : `${shipments} shipments`}`}
      >
        <span className="flex gap-2 print:hidden">
          <Button disabled={shipments === 0} onClick={() => download(`hand-over-${day}.csv`, csvOf(groups))}>
            CSV
          </Button>
          <Button disabled={shipments === 0} onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </PageHead>
      {groups.length === 0 && (
        <p className="sheet px-4 py-6 text-soft">
          Nothing waits: every confirmed order has left. What is confirmed stands here until it is handed
          over.
        </p>
      )}
      {groups.map((group) => (
        <Group key={group.key} group={group} day={day} mayEdit={mayEdit} />
      ))}
    </div>
  );
}

function Group({
  group,
  day,
  mayEdit,
}: {
  readonly group: LeavingGroup;
  readonly day: string;
  readonly mayEdit: boolean;
}) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [tracking, setTracking] = useState<Readonly<Record<string, string>>>({});
  const { busy, trouble, setTrouble, submit } = useSubmit();
  const chosen = group.shipments.filter(({ number }) => !left.has(number));
  const toggle = (number: string) => {
    const next = new Set(left);
    if (next.has(number)) next.delete(number);
    else next.add(number);
    setLeft(next);
  };
  const send = async () => {
    const answer = await submit(() =>
      handOverMany({ dispatches: chosen.map((one) => dispatchOf(one, day, tracking[one.number])) }),
    );
    if (answer.ok && answer.value.refused.length > 0)
      setTrouble(`Left as they were, as somebody was faster: ${answer.value.refused.join(", ")}.`);
  };
  return (
    <section
      aria-label={`${group.originName}, ${group.serviceName}`}
      className="sheet mb-4 break-inside-avoid overflow-x-auto"
    >
      <header className="flex flex-wrap items-baseline gap-x-4 border-b border-hairline px-3 py-1.5">
        <h2>
          {group.originName} → {group.serviceName}
        </h2>
        <span className="text-soft">{group.carrierName}</span>
        <span className="text-soft">
          {group.shipments.length === 1 ? "1 order" : `${group.shipments.length} orders`},{" "}
          {group.parcels === 1 ? "1 parcel" : `${group.parcels} parcels`}, {group.weight} kg chargeable, we
          expect to pay {group.costs.join(" + ")}
        </span>
        {group.cutOff !== "" && <span className="text-soft">cut-off {group.cutOff}</span>}
        {mayEdit && (
          <Button
            className="ml-auto print:hidden"
            disabled={busy || chosen.length === 0}
            onClick={() => void send()}
          >
            Handed over {chosen.length}
          </Button>
        )}
      </header>
      <Trouble text={trouble} />
      <table className="w-full min-w-[900px] table-fixed">
        <thead className="narrow text-left text-xs text-soft">
          <tr className="border-b border-hairline [&>th]:px-2 [&>th]:py-1 [&>th]:font-normal">
            {mayEdit && (
              <th className="w-8 print:hidden">
                <span className="sr-only">Leaves</span>
              </th>
            )}
            <th className="w-28">Order</th>
            <th>Customer</th>
            <th>To</th>
            <th className="w-14 text-right">Pieces</th>
            <th className="w-16 text-right">Parcels</th>
            <th className="w-28 text-right">Chargeable, kg</th>
            <th className="w-32 text-right">We expect to pay</th>
            <th className="w-24">Promised by</th>
            <th className="w-44 print:hidden">Tracking</th>
          </tr>
        </thead>
        <tbody>
          {group.shipments.map((one) => (
            <tr key={one.number} className="border-b border-hairline last:border-0 [&>td]:px-2 [&>td]:py-1">
              {mayEdit && (
                <td className="print:hidden">
                  <input
                    type="checkbox"
                    aria-label={`${one.number} leaves`}
                    checked={!left.has(one.number)}
                    onChange={() => toggle(one.number)}
                  />
                </td>
              )}
              <td>
                <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(one.number)}`}>
                  {one.number}
                </Link>
              </td>
              <td>{one.customer}</td>
              <td className="text-soft">{one.place}</td>
              <td className="text-right">{one.pieces}</td>
              <td className="text-right">{one.parcels}</td>
              <td className="text-right">{one.weight ?? "–"}</td>
              <td className="text-right">
                {one.cost} <span className="text-xs text-soft">{one.currency}</span>
              </td>
              <td className={one.promise !== undefined && one.promise < day ? "text-loss" : ""}>
                {one.promise ?? ""}
              </td>
              <td className="print:hidden">
                {mayEdit && (
                  <input
                    aria-label={`Tracking of ${one.number}`}
                    className="control h-7 w-40 px-1.5"
                    maxLength={200}
                    value={tracking[one.number] ?? ""}
                    onChange={(event) => setTracking({ ...tracking, [one.number]: event.target.value })}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function dispatchOf({ number, origin, service }: Leaving, day: string, typed = "") {
  const tracking = typed.split(/[\s,;]+/).filter((one) => one !== "");
  return { number, dispatch: { day, origin, service, ...(tracking.length > 0 ? { tracking } : {}) } };
}

function csvOf(groups: readonly LeavingGroup[]): string {
  const head = [
    "origin",
    "carrier",
    "service",
    "order",
    "customer",
    "to",
    "pieces",
    "parcels",
    "chargeable kg",
    "expected cost",
    "currency",
    "promised by",
  ];
  return writeTable(
    head,
    groups.flatMap(({ origin, carrierName, service, shipments }) =>
      shipments.map((one) => [
        origin,
        carrierName,
        service,
        one.number,
        one.customer,
        one.place,
        String(one.pieces),
        String(one.parcels),
        one.weight ?? "",
        one.cost,
        one.currency,
        one.promise ?? "",
      ]),
    ),
  );
}
