"use client";

import Link from "next/link";
import { useState } from "react";
import { useSubmit } from "@/features/submit";
import { count } from "@/messages/figures";
import { shortBreak } from "@/messages/recovery-words";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { signed } from "@/ui/signed";
import { useAddress } from "@/ui/use-address";
import { DayField } from "@/features/edits";
import { putRates } from "./actions";
import { isMarginPercent, MOST_PERCENT, steps, type BreakEvenQuery } from "./break-even-query";
import type { BreakEvenParts } from "./load";
import { MonthsChoice } from "./months-choice";
import { RecoveryHead } from "./recovery-nav";

type View = NonNullable<BreakEvenParts["view"]>;
type Table = NonNullable<View["table"]>;
type Cell = Table["cells"][number];

const keyOf = ({ zone, edge, band }: Pick<Cell, "zone" | "edge" | "band">) =>
  JSON.stringify([zone, edge, band]);

/** For each zone and break of a sell table: what its orders were charged and cost, and the rate that would have covered them. */
export function BreakEvenPage({
  parts: { view, maySeeBills, mayEdit },
  query,
}: {
  readonly parts: BreakEvenParts;
  readonly query: BreakEvenQuery;
}) {
  return (
    <div className="px-[18px] py-4">
      <RecoveryHead at="break-even" maySeeBills={maySeeBills} title="Break-even">
        {view && <MonthsChoice months={view.months} />}
      </RecoveryHead>
      {!view || view.tariffs.length === 0 ? (
        <p className="sheet max-w-[46rem] px-4 py-6">
          No order of these months was charged by a sell table. Offers that charge by one show here, for each
          zone and break, what would have covered the cost of these very orders.
        </p>
      ) : (
        <>
          <Asked view={view} query={query} />
          {view.table ? (
            <BreakEvenTable
              key={JSON.stringify([view.table.code, view.months, query.marginPercent, query.step])}
              table={view.table}
              mayEdit={mayEdit}
              query={query}
            />
          ) : (
            <p className="text-soft">
              This table has no edition in force today, or no exchange rate for its currency.
            </p>
          )}
        </>
      )}
    </div>
  );
}

function Asked({ view, query }: { readonly view: View; readonly query: BreakEvenQuery }) {
  const { say } = useAddress();
  const [refused, setRefused] = useState(false);
  const sayMargin = (typed: string) => {
    const text = typed.trim();
    setRefused(!isMarginPercent(text));
    if (isMarginPercent(text) && text !== query.marginPercent) say({ margin: text === "0" ? "" : text });
  };
  const box = "h-7 rounded-md border border-edge bg-sheet px-1";
  return (
    <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-2">
      <label className="flex items-baseline gap-1.5">
        <span className="text-soft">Sell table</span>
        <select
          className={box}
          value={view.table?.code ?? ""}
          onChange={({ target }) => say({ tariff: target.value })}
        >
          {view.tariffs.map(({ code, name, orders }) => (
            <option key={code} value={code}>
              {name} ({count(orders, "order")})
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-baseline gap-1.5">
        <span className="text-soft">Margin to reach, % of the charge</span>
        <input
          className={`${box} w-14 text-right`}
          inputMode="numeric"
          defaultValue={query.marginPercent}
          aria-invalid={refused}
          onBlur={({ target }) => sayMargin(target.value)}
          onKeyDown={({ key, currentTarget }) => key === "Enter" && sayMargin(currentTarget.value)}
        />
      </label>
      <label className="flex items-baseline gap-1.5">
        <span className="text-soft">Rates rounded up to multiples of</span>
        <select className={box} value={query.step} onChange={({ target }) => say({ step: target.value })}>
          {steps.map((step) => (
            <option key={step}>{step}</option>
          ))}
        </select>
      </label>
      {refused && (
        <p role="alert" className="text-loss">
          The margin is a whole number from 0 to {MOST_PERCENT}.
        </p>
      )}
    </div>
  );
}

function BreakEvenTable({
  table,
  mayEdit,
  query,
}: {
  readonly table: Table;
  readonly mayEdit: boolean;
  readonly query: BreakEvenQuery;
}) {
  const { cells, currency, whole, elsewhere, taxPercent } = table;
  const losing = cells.filter((cell) => isRaise(cell));
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(losing.map(keyOf)));
  const toggle = (cell: Cell) => {
    const next = new Set(chosen);
    if (!next.delete(keyOf(cell))) next.add(keyOf(cell));
    setChosen(next);
  };
  const rates = cells.filter((cell) => chosen.has(keyOf(cell)) && cell.newRate !== undefined);
  return (
    <>
      <p className="mb-2 max-w-[70rem]">
        {table.name}, edition {table.edition}: charged <b>{whole.charged}</b>, cost <b>{whole.cost}</b>{" "}
        {currency}, left{" "}
        <b className={whole.margin.startsWith("-") ? "text-loss" : "text-gain"}>
          {signed(whole.margin)} {currency}
        </b>
        ; all without tax. Rates are as they stand in the table:{" "}
        {taxPercent === undefined ? "without tax" : `with ${taxPercent} % tax`}. What these orders would have
        brought is reckoned; what buyers would do is not.
        {elsewhere > 0 && ` ${elsewhere} more orders were charged by cells that the table no longer has.`}
      </p>
      {mayEdit && <PutForm table={table} rates={rates} marginPercent={query.marginPercent} />}
      <div className="sheet relative overflow-x-auto">
        <table className="narrow w-full border-collapse" aria-label="Break-even by zone and break">
          <thead className="text-left text-xs text-soft">
            <tr className="border-b border-hairline [&>th]:px-2.5 [&>th]:py-1.5 [&>th]:font-normal">
              {mayEdit && <th className="sr-only">Chosen</th>}
              <th>Zone</th>
              <th>Break</th>
              {[
                "Orders",
                "of them free",
                "Charged",
                "Cost",
                "Margin",
                "Rate today",
                "Rate to break even",
                "Pay more",
                "Margin then",
              ].map((head) => (
                <th key={head} className="text-right">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {cells.map((cell) => (
              <CellRow
                key={keyOf(cell)}
                cell={cell}
                table={table}
                isChosen={chosen.has(keyOf(cell))}
                onToggle={mayEdit ? () => toggle(cell) : undefined}
              />
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

/** The rate that would have been needed is more than the one that stands. */
const isRaise = ({ rate, newRate, margin }: Cell) =>
  rate !== undefined && newRate !== undefined && margin.startsWith("-") && Number(newRate) > Number(rate);

function CellRow({
  cell,
  table: { zones, boundary, breaks, unit = "" },
  isChosen,
  onToggle,
}: {
  readonly cell: Cell;
  readonly table: Table;
  readonly isChosen: boolean;
  readonly onToggle: (() => void) | undefined;
}) {
  const zone = zones.find(({ code }) => code === cell.zone);
  const name = `${zone?.name ?? cell.zone}, ${breakText(cell.break, { breaks, boundary, unit })}`;
  const isLoss = cell.margin.startsWith("-");
  const margin = cell.then?.margin;
  return (
    <tr className="border-b border-hairline last:border-0 [&>td]:px-2.5 [&>td]:py-0.5">
      {onToggle && (
        <td>
          <input
            type="checkbox"
            aria-label={`Put ${name}`}
            checked={isChosen}
            disabled={cell.newRate === undefined}
            onChange={onToggle}
          />
        </td>
      )}
      <td>
        {zone?.name ?? ""} <span className="text-soft">{cell.zone}</span>
      </td>
      <td>
        {breakText(cell.break, { breaks, boundary, unit })}
        {cell.band === "" ? "" : `, band ${cell.band}`}
      </td>
      <td className="text-right">{cell.orders}</td>
      <td className="text-right text-soft">{cell.free === 0 ? "" : cell.free}</td>
      <td className="text-right">{cell.charged}</td>
      <td className="text-right">{cell.cost}</td>
      <td className={`text-right ${isLoss ? "font-semibold text-loss" : ""}`}>{signed(cell.margin)}</td>
      <td className="text-right">{cell.rate ?? "none"}</td>
      <td className={`text-right ${isRaise(cell) ? "font-semibold" : "text-soft"}`}>
        {cell.newRate ?? (cell.needed === undefined ? "all were free" : "not a flat rate")}
      </td>
      <td className="text-right">{cell.payMore === 0 ? "" : `${cell.payMore} of ${cell.orders}`}</td>
      <td className="text-right">{margin === undefined ? "" : signed(margin)}</td>
    </tr>
  );
}

function breakText(
  at: number,
  {
    breaks,
    boundary,
    unit,
  }: { readonly breaks: Table["breaks"]; readonly boundary: Table["boundary"]; readonly unit: string },
): string {
  const [own, before, after] = [breaks[at], breaks[at - 1], breaks[at + 1]];
  const [lower, upper] = boundary === "upTo" ? [before, own] : [own, after];
  return shortBreak({
    ...(lower ? { lower } : {}),
    ...(upper ? { upper } : {}),
    unit,
    boundary,
  });
}

/** Puts the chosen rates into the draft, and says where to go from there. */
function PutForm({
  table,
  rates,
  marginPercent,
}: {
  readonly table: Table;
  readonly rates: readonly Cell[];
  readonly marginPercent: string;
}) {
  const [from, setFrom] = useState(firstOfNextMonth);
  const [put, setPut] = useState<{
    readonly label: string;
    readonly put: number;
    readonly leftOut: number;
  }>();
  const { busy, trouble, submit } = useSubmit();
  const send = async () => {
    const answer = await submit(() =>
      putRates({
        tariff: table.code,
        from,
        rates: rates.flatMap(({ zone, edge, band, newRate }) =>
          newRate === undefined ? [] : [{ zone, edge, band, rate: newRate }],
        ),
      }),
    );
    if (answer.ok)
      setPut({ label: answer.value.label, put: answer.value.put, leftOut: answer.value.leftOut.length });
  };
  return (
    <form
      aria-label="Put into the draft"
      className="mb-3 flex flex-wrap items-baseline gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <label className="flex items-baseline gap-1.5">
        <span className="text-soft">In force from</span>
        <DayField label="In force from" className="h-7" value={from} onDay={setFrom} />
      </label>
      <Button kind="main" type="submit" disabled={busy || rates.length === 0 || from === ""}>
        {rates.length === 1 ? "Put 1 rate into the draft" : `Put ${rates.length} rates into the draft`}
      </Button>
      <Trouble text={trouble} />
      {put && (
        <p role="status">
          {put.put === 1 ? "1 rate is" : `${put.put} rates are`} in the draft, as edition “{put.label}”
          {marginPercent === "0" ? "" : ` for a margin of ${marginPercent} %`}
          {put.leftOut > 0 && `; ${put.leftOut} fit no flat rate of the draft's table`}.{" "}
          <Link
            prefetch={false}
            className="link"
            href={`/tariffs/${encodeURIComponent(table.code)}?edition=${encodeURIComponent(put.label)}`}
          >
            Look at the table
          </Link>{" "}
          or{" "}
          <Link prefetch={false} className="link" href="/gate">
            see at the gate what it would do
          </Link>
          .
        </p>
      )}
    </form>
  );
}

/** By the reader's clock. */
function firstOfNextMonth(): string {
  const now = new Date();
  const next = new Date(Date.UTC(now.getFullYear(), now.getMonth() + 1, 1));
  return next.toISOString().slice(0, 10);
}
