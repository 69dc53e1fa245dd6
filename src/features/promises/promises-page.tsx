"use client";

import Link from "next/link";
import { useState } from "react";
import { MonthsChoice, RecoveryHead } from "@/features/recovery";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { ListTable } from "@/ui/parts/list-table";
import { Trouble } from "@/ui/parts/trouble";
import { holdDays } from "./actions";
import { ArrivalsImport } from "./arrivals-import";
import type { PromiseParts } from "./load";

type Promises = NonNullable<PromiseParts["promises"]>;
type Row = Promises["rows"][number];

/** What was promised against what arrived, by service and zone, and the days that would have held. */
export function PromisesPage({
  parts: { promises, maySeeBills, mayEdit },
}: {
  readonly parts: PromiseParts;
}) {
  const [importing, setImporting] = useState(false);
  return (
    <div className="px-[18px] py-4">
      <RecoveryHead at="promises" maySeeBills={maySeeBills} title="Promises kept">
        {promises && <MonthsChoice months={promises.months} />}
        {promises && <Button onClick={() => setImporting(true)}>Import arrivals</Button>}
      </RecoveryHead>
      {importing && promises && <ArrivalsImport today={promises.today} onClose={() => setImporting(false)} />}
      {!promises || promises.rows.length === 0 ? (
        <p className="sheet max-w-[46rem] px-4 py-6">
          Nobody has said yet when shipments of these months arrived. Import a carrier&apos;s file of
          deliveries: a tracking number, or your order&apos;s number, and the day.
        </p>
      ) : (
        <Kept promises={promises} mayEdit={mayEdit} />
      )}
    </div>
  );
}

function Kept({
  promises: { shipments, inTime, latePercent, rows },
  mayEdit,
}: {
  readonly promises: Promises;
  readonly mayEdit: boolean;
}) {
  const late = shipments - inTime;
  return (
    <>
      <p className="mb-2 max-w-[70rem] text-base">
        {shipments === 1 ? "1 shipment of these months has" : `${shipments} shipments of these months have`}{" "}
        arrived, <b>{inTime}</b> of them by the day that was promised and{" "}
        <b className={late > 0 ? "text-loss" : ""}>{late}</b> later ({latePercent} %). Days are working days
        of the carrier, from the day a shipment left; on the same day are 0. Proposed are the days within
        which 95 of 100 arrived.
      </p>
      <ListTable
        heads={[
          "Service",
          "Zone",
          "Arrived",
          "Late",
          "Late, %",
          "Latest by, days",
          "Took, working days",
          "Set, working days",
          "Would hold",
        ]}
        unseen="What to do"
        narrow
        figuresFrom={2}
      >
        {rows.map((row) => (
          <PromiseRow key={JSON.stringify([row.service, row.zone])} row={row} mayEdit={mayEdit} />
        ))}
      </ListTable>
    </>
  );
}

function PromiseRow({ row, mayEdit }: { readonly row: Row; readonly mayEdit: boolean }) {
  const { service, zone, serviceName, zoneName, shipments, inTime, mostLate, took, today, proposed } = row;
  const { busy, trouble, submit } = useSubmit();
  const late = shipments - inTime;
  return (
    <tr className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
      <td>
        <Link prefetch={false} className="link" href={`/services/${encodeURIComponent(service)}`}>
          {serviceName}
        </Link>
      </td>
      <td>{zoneName}</td>
      <td className="text-right">{shipments}</td>
      <td className={`text-right ${late > 0 ? "font-semibold text-loss" : "text-soft"}`}>{late}</td>
      <td className="text-right">{row.latePercent}</td>
      <td className="text-right">{mostLate === 0 ? "" : mostLate}</td>
      <td>
        <Took took={took} all={shipments} most={today?.maxDays} />
      </td>
      <td className="text-right">{today ? range(today) : "gone"}</td>
      <td className={`text-right ${row.differs ? "font-semibold" : "text-soft"}`}>
        {proposed ? range(proposed) : "too few to tell"}
      </td>
      <td className="text-right">
        {row.differs && proposed && mayEdit && (
          <Button
            className="h-6"
            disabled={busy}
            aria-label={`Put ${range(proposed)} days into the draft for ${serviceName}, ${zoneName}`}
            onClick={() => void submit(() => holdDays({ service, zone, ...proposed }))}
          >
            Put into the draft
          </Button>
        )}
        <Trouble text={trouble} />
      </td>
    </tr>
  );
}

/** How many took so many days: a bar each, those over what is set in the colour of loss. */
function Took({
  took,
  all,
  most,
}: {
  readonly took: Row["took"];
  readonly all: number;
  readonly most: number | undefined;
}) {
  return (
    <ul
      className="flex h-7 items-end justify-end gap-px"
      aria-label="Shipments by the working days they took"
    >
      {took.map(({ days, shipments }) => {
        const isOver = most !== undefined && days > most;
        return (
          <li
            key={days}
            title={`${shipments} took ${days === 1 ? "1 working day" : `${days} working days`}${isOver ? ", more than is set" : ""}`}
            className="flex w-4 flex-col items-center text-[10px] leading-none"
          >
            <span
              className={isOver ? "hatch w-3 bg-loss" : "w-3 bg-ink"}
              style={{ height: `${Math.max(2, Math.round((18 * shipments) / all))}px` }}
            />
            <span className="pt-px text-soft">{days}</span>
            <span className="sr-only">{`: ${shipments}`}</span>
          </li>
        );
      })}
    </ul>
  );
}

const range = ({ minDays, maxDays }: { readonly minDays: number; readonly maxDays: number }) =>
  minDays === maxDays ? String(maxDays) : `${minDays} to ${maxDays}`;
