"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { goesOn, JobState } from "@/features/jobs";
import { monthName, RecoveryHead } from "@/features/recovery";
import { useSubmit } from "@/features/submit";
import { count } from "@/messages/figures";
import { shortBreak } from "@/messages/recovery-words";
import { shade } from "@/ui/charts/shade";
import { ListTable } from "@/ui/parts/list-table";
import { signed } from "@/ui/signed";
import { startNewTable } from "./actions";
import { LeftOutList } from "./left-out-list";
import type { NewTableParts } from "./load";
import { StartMonths } from "./start-months";

type Result = NonNullable<NewTableParts["result"]>;
type Tables = NewTableParts["tariffs"];

const keyOf = (tariff: string, edition: string) => JSON.stringify([tariff, edition]);

/** What an edition of a buy table would have done to the cost of past shipments, and which sell rates it leaves below cost. */
export function NewTablePage({ parts }: { readonly parts: NewTableParts }) {
  const { months, maySeeBills, mayEdit, editions, job, asked, later, result, tariffs } = parts;
  const router = useRouter();
  const { busy, trouble, submit } = useSubmit();
  const first = result ? keyOf(result.tariff, result.edition) : undefined;
  const [chosen, setChosen] = useState<string>();
  const own = editions.find((one) => keyOf(one.tariff, one.label) === (chosen ?? first)) ?? editions[0];
  const start = async (of: { readonly from: string; readonly to: string }) => {
    if (!own) return;
    const answer = await submit(() => startNewTable({ ...of, tariff: own.tariff, edition: own.label }));
    if (answer.ok) router.push(`/recovery/new-table?work=${answer.value.id}`);
  };
  return (
    <div className="px-[18px] py-4">
      <RecoveryHead at="new-table" maySeeBills={maySeeBills} title="A new table over past shipments" />
      <p className="mb-3 max-w-[70rem] text-soft">
        The shipments of past months by the draft&apos;s tables: on the last day before an edition, and on its
        first day. The weight is the one that was billed, where a bill says it, else that of the items.
        Surcharges, fuel steps and other editions that change on the same day are in the figures too.
      </p>
      {months && own ? (
        <StartMonths
          key={JSON.stringify(asked ?? months)}
          label="New table"
          months={{ ...months, ...asked }}
          busy={busy || (job !== undefined && goesOn(job))}
          trouble={trouble}
          onStart={(of) => void start(of)}
        >
          <label className="flex items-baseline gap-1.5">
            <span className="text-soft">Edition</span>
            <select
              className="control h-7 max-w-[26rem] px-1"
              value={keyOf(own.tariff, own.label)}
              onChange={({ target }) => setChosen(target.value)}
            >
              {editions.map(({ tariff, name, label, validFrom }) => (
                <option key={keyOf(tariff, label)} value={keyOf(tariff, label)}>
                  {name}, {label} (from {validFrom})
                </option>
              ))}
            </select>
          </label>
        </StartMonths>
      ) : (
        <p className="sheet max-w-[46rem] px-4 py-6">
          There is nothing to lay a table over yet: it takes an edition of a buy table, and orders that have
          left.
        </p>
      )}
      {job && <JobState job={job} mayStop={mayEdit} />}
      {result && asked && <Changes result={result} tables={tariffs} months={asked} later={later} />}
    </div>
  );
}

function Changes({
  result,
  tables,
  months,
  later,
}: {
  readonly result: Result;
  readonly tables: Tables;
  readonly months: { readonly from: string; readonly to: string };
  readonly later: number;
}) {
  const { change, currency, tariff, edition, validFrom, ofTable, byBilledWeight, shipments } = result;
  const isDearer =
    change.difference !== "" && !change.difference.startsWith("-") && Number(change.difference) > 0;
  return (
    <>
      <p className="mb-2 max-w-[70rem] text-base">
        {tables[tariff]?.name ?? tariff}, edition {edition}, from {validFrom}: {ofTable} of {shipments}{" "}
        shipments of {monthName(months.from)} to {monthName(months.to)} are priced by it, {byBilledWeight} of
        them by the weight that was billed. They cost{" "}
        <b>
          {change.before} {currency}
        </b>{" "}
        by the tables before, and would cost{" "}
        <b>
          {change.after} {currency}
        </b>
        :{" "}
        <b className={isDearer ? "text-loss" : "text-gain"}>
          {signed(change.difference)} {currency}
        </b>
        .{" "}
        <Link
          prefetch={false}
          className="link"
          href={`/tariffs/${encodeURIComponent(tariff)}?edition=${encodeURIComponent(edition)}`}
        >
          Open the edition
        </Link>{" "}
        or{" "}
        <Link prefetch={false} className="link" href="/gate">
          go to the gate
        </Link>
        .
        {later > 0 && (
          <span className="text-soft">
            {" "}
            The draft was changed {later === 1 ? "once" : count(later, "time")} since.
          </span>
        )}
      </p>
      <LeftOutList label="Not counted: no rate on one of the two days" list={result.left} />
      <section aria-label="Cost change by zone and break" className="mb-4">
        <h2>Cost change by zone and break, {currency}</h2>
        <ChangeGrid cells={change.cells} table={tables[tariff]} />
      </section>
      <section aria-label="Sell rates below cost">
        <h2>Sell rates that would fall below cost</h2>
        <BelowCost rows={change.belowCost} tables={tables} currency={currency} />
      </section>
    </>
  );
}

function ChangeGrid({
  cells,
  table,
}: {
  readonly cells: Result["change"]["cells"];
  readonly table: Tables[string] | undefined;
}) {
  const zones = [...new Set(cells.map(({ zone }) => zone))].sort();
  const known = (table?.edges ?? []).map((edge) => edge ?? "open");
  const own = [...new Set(cells.map(({ edge }) => edge))];
  const edges = [
    ...known.filter((edge) => own.includes(edge)),
    ...own.filter((edge) => !known.includes(edge)),
  ];
  const most = Math.max(0.01, ...cells.map(({ difference }) => Math.abs(Number(difference))));
  return (
    <div className="sheet relative overflow-x-auto">
      <table className="narrow border-collapse" aria-label="Cost change by zone and break">
        <thead className="text-xs text-soft">
          <tr className="[&>th]:px-2 [&>th]:py-1.5 [&>th]:text-right [&>th]:font-normal">
            <th className="sticky left-0 bg-sheet !text-left">Zone</th>
            {edges.map((edge) => (
              <th key={edge}>{edgeText(edge, table)}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {zones.map((zone) => (
            <tr key={zone} className="border-t border-hairline">
              <th
                scope="row"
                className="sticky left-0 max-w-[220px] truncate bg-sheet px-2 py-1 text-left font-normal"
              >
                {table?.zones[zone] ?? ""} <span className="text-soft">{zone}</span>
              </th>
              {edges.map((edge) => {
                const all = cells.filter((cell) => cell.zone === zone && cell.edge === edge);
                if (all.length === 0) return <td key={edge} className="bg-well" />;
                return (
                  <td
                    key={edge}
                    className="px-2 py-1 text-right"
                    style={shade(-all.reduce((sum, one) => sum + Number(one.difference), 0) / most)}
                    title={all
                      .map(
                        ({ shipments, before, after, band }) =>
                          `${band === "" ? "" : `band ${band}: `}${shipments} shipments, ${before} before, ${after} after`,
                      )
                      .join("\n")}
                  >
                    {all.map(({ band, difference }) => (
                      <span key={band} className="block">
                        {signed(difference)}
                      </span>
                    ))}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function BelowCost({
  rows,
  tables,
  currency,
}: {
  readonly rows: Result["change"]["belowCost"];
  readonly tables: Tables;
  readonly currency: string;
}) {
  if (rows.length === 0)
    return <p className="text-soft">None: every cell that covered these shipments before still does.</p>;
  return (
    <ListTable
      heads={[
        "Sell table",
        "Zone",
        "Break",
        "Shipments",
        `Charged, ${currency}`,
        "Cost before",
        "Cost then",
        "Margin before",
        "Margin then",
      ]}
      unseen="What to do"
      narrow
      figuresFrom={3}
    >
      {rows.map((row) => (
        <tr
          key={JSON.stringify([row.tariff, row.zone, row.edge, row.band])}
          className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5"
        >
          <td>{tables[row.tariff]?.name ?? row.tariff}</td>
          <td>
            {tables[row.tariff]?.zones[row.zone] ?? ""} <span className="text-soft">{row.zone}</span>
          </td>
          <td>
            {edgeText(row.edge, tables[row.tariff])}
            {row.band === "" ? "" : `, band ${row.band}`}
          </td>
          <td className="text-right">{row.shipments}</td>
          <td className="text-right">{row.charged}</td>
          <td className="text-right">{row.before}</td>
          <td className="text-right">{row.after}</td>
          <td className="text-right">{signed(row.marginBefore)}</td>
          <td className="text-right font-semibold text-loss">{signed(row.marginAfter)}</td>
          <td>
            <Link
              prefetch={false}
              className="link"
              href={`/recovery/break-even?tariff=${encodeURIComponent(row.tariff)}`}
            >
              Break-even
            </Link>
          </td>
        </tr>
      ))}
    </ListTable>
  );
}

/** An edge as it stands in its table, with the side it is on. */
function edgeText(edge: string, table: Tables[string] | undefined): string {
  if (!table) return edge;
  const { unit, boundary, edges } = table;
  if (edge !== "open")
    return shortBreak({ ...(boundary === "upTo" ? { upper: edge } : { lower: edge }), unit, boundary });
  const last = edges.filter((one) => one !== null).at(-1);
  return shortBreak({ ...(boundary === "upTo" && last ? { lower: last } : {}), unit, boundary });
}
