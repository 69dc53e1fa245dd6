"use client";

import Link from "next/link";
import { useId } from "react";
import type { ResultSum } from "@/core/recovery/result-sum";
import { dimensions } from "@/core/recovery/shipment-result";
import { count } from "@/messages/figures";
import { dimensionNames } from "@/messages/recovery-words";
import { CostBars } from "@/ui/charts/cost-bars";
import { ListTable } from "@/ui/parts/list-table";
import { signed } from "@/ui/signed";
import { useAddress } from "@/ui/use-address";
import { Defined } from "./definition";
import { ExportLinks } from "./export-links";
import { HeatTable } from "./heat-table";
import type { RecoveryParts, ResultParts } from "./load";
import { monthName, MonthsChoice } from "./months-choice";
import { RecoveryHead } from "./recovery-nav";
import { feeKeys, measures, type Measure, type RecoveryQuery } from "./recovery-query";
import { ResultRow, resultHeads } from "./result-row";
import { ShipmentRows } from "./shipment-rows";
import { spans } from "./series";

type Shown = Pick<RecoveryQuery, "by" | "across" | "show" | "fees">;

const feeNames: Readonly<Record<(typeof feeKeys)[number], string>> = {
  overhead: "kept as overhead",
  shipments: "spread evenly over the shipments of their carrier and month",
  cost: "spread by what these shipments cost",
};

/** Where the money goes: charged against cost in all, over time, by what shipments are told apart by, and shipment by shipment. */
export function RecoveryPage({
  parts: { results, maySeeBills, stale },
  query,
}: {
  readonly parts: RecoveryParts;
  readonly query: Shown;
}) {
  return (
    <div className="px-[18px] py-4">
      <RecoveryHead at="results" maySeeBills={maySeeBills} title="Where money is lost">
        {results && <MonthsChoice months={results.months} />}
      </RecoveryHead>
      {stale > 0 && (
        <p role="status" className="mb-2 text-soft">
          Orders or bills have changed: figures are being worked out anew.
        </p>
      )}
      {results ? (
        <Results results={results} query={query} />
      ) : (
        <p className="sheet max-w-[46rem] px-4 py-6">
          No order is confirmed yet. As soon as one is, what it was charged stands here beside what it costs:
          over time, and by carrier, service, zone, channel, country, offer, origin, weight break, goods class
          and customer group.
        </p>
      )}
    </div>
  );
}

/** The answer in one paragraph: what was charged, what it cost, what is left. */
function Answer({
  results: { fees, whole, homeCurrency, months },
  keyOfFees,
}: {
  readonly results: ResultParts;
  readonly keyOfFees: Shown["fees"];
}) {
  const period =
    months.from === months.to ? monthName(months.to) : `${monthName(months.from)} to ${monthName(months.to)}`;
  return (
    <p className="text-base">
      {period}: customers were <Defined of="charged">charged</Defined> <b>{whole.charged}</b>, it{" "}
      <Defined of="cost">cost</Defined> <b>{whole.cost}</b> {homeCurrency}, of which {whole.billed} are{" "}
      <Defined of="billed">billed</Defined>;{" "}
      <b className={isLoss(whole) ? "text-loss" : "text-gain"}>
        {signed(whole.margin)} {homeCurrency}
      </b>{" "}
      is left
      {whole.marginPercent === undefined ? "" : ` (${signed(whole.marginPercent)} %)`}. {whole.orders}{" "}
      <Defined of="orders">orders</Defined>, {whole.parcels} <Defined of="parcels">parcels</Defined>. Bills
      are{" "}
      <b className={Number(whole.overrun) > 0 ? "text-loss" : ""}>
        {signed(whole.overrun)} {homeCurrency}
      </b>{" "}
      <Defined of="overrun">against what was expected</Defined>.
      {Number(fees.sum) !== 0 && (
        <>
          {" "}
          <Defined of="fees">Fees</Defined> of{" "}
          <b>
            {fees.sum} {homeCurrency}
          </b>{" "}
          are of no shipment{keyOfFees === "overhead" ? " and not in these figures" : ""}
          {fees.unspread !== undefined && Number(fees.unspread) !== 0
            ? `; ${fees.unspread} of them are spread over nothing, as nothing of their carrier left in their month`
            : ""}
          .
        </>
      )}
      {whole.unpriced > 0 &&
        ` Without an exchange rate for their day, and so in no sum of money: ${count(whole.unpriced, "shipment")}.`}
    </p>
  );
}

function Results({ results, query }: { readonly results: ResultParts; readonly query: Shown }) {
  const { by, across, show } = query;
  const { fees, homeCurrency, rows, heat, concessions, losses, series, span } = results;
  return (
    <div className="space-y-4">
      <Answer results={results} keyOfFees={query.fees} />
      <div className="grid gap-x-8 gap-y-4 xl:grid-cols-[3fr_2fr]">
        <section aria-label="Over time">
          <Choice
            name="span"
            label="Cost and charge"
            of={spans}
            value={span}
            names={{ day: "by day", week: "by week", month: "by month" }}
          >
            <ExportLinks what="days" />
          </Choice>
          <CostBars
            label={`Cost and charge without tax by ${span}, ${homeCurrency}`}
            unit={homeCurrency}
            bars={series.map(({ from, sum }) => ({
              from,
              charged: Number(sum.charged),
              billed: Number(sum.billed),
              expected: Math.max(0, Number(sum.cost) - Number(sum.billed)),
              words: `${span} from ${from}: charged ${sum.charged}, cost ${sum.cost}, margin ${signed(sum.margin)}`,
            }))}
          />
          <p className="text-xs text-soft">
            Bars: cost, solid where it is billed, hatched where it is expected. The line across: what was
            charged. Red: cost above it.
          </p>
        </section>
        <div className="space-y-3">
          <Losing rows={results.losing} currency={homeCurrency} />
          <Concessions rows={concessions} />
        </div>
      </div>
      <section aria-label="By one">
        <Choice name="by" label="By" of={dimensions} value={by} names={dimensionNames}>
          {Number(fees.sum) !== 0 && (
            <Choice
              name="fees"
              label="fees of no shipment"
              of={feeKeys}
              value={query.fees}
              names={feeNames}
            />
          )}
          <ExportLinks what="rows" />
        </Choice>
        <ListTable
          heads={[
            dimensionNames[by],
            ...resultHeads(
              homeCurrency,
              rows.some((row) => row.fees !== undefined),
            ),
          ]}
          unseen="Margin, drawn"
          narrow
          figuresFrom={1}
        >
          {rows.map((row) => (
            <ResultRow key={row.href} {...row} most={mostOf(rows)} />
          ))}
        </ListTable>
      </section>
      <section aria-label="By two">
        <Choice
          name="across"
          label={`${dimensionNames[by]} by`}
          of={dimensions}
          value={across}
          names={dimensionNames}
        >
          <Choice name="show" label="showing" of={measures} value={show} names={measureNames} />
          <ExportLinks what="cells" />
        </Choice>
        {by === across ? (
          <p className="text-soft">
            Choose something else to set {dimensionNames[by].toLowerCase()} against.
          </p>
        ) : (
          <HeatTable
            heat={heat}
            show={show}
            names={{ row: dimensionNames[by], column: dimensionNames[across] }}
          />
        )}
      </section>
      <section aria-label="Lost most">
        <h2>Shipments that lost most</h2>
        {losses.length === 0 ? (
          <p className="text-soft">No shipment of these months lost anything.</p>
        ) : (
          <ShipmentRows rows={losses} currency={homeCurrency} />
        )}
      </section>
    </div>
  );
}

const MOST_LOSING = 6;

/** The answer first: which services to which zones lose, and how much of what they lose is theirs. */
function Losing({ rows, currency }: { readonly rows: ResultParts["losing"]; readonly currency: string }) {
  return (
    <section aria-label="Loses most">
      <h2>Loses most</h2>
      {rows.length === 0 ? (
        <p className="text-soft">No service loses to any zone in these months.</p>
      ) : (
        <ol>
          {rows.slice(0, MOST_LOSING).map(({ name, href, sum }) => (
            <li key={href} className="flex items-baseline gap-3 border-b border-hairline py-0.5">
              <Link prefetch={false} className="link min-w-0 flex-1 truncate" href={href}>
                {name}
              </Link>
              <span className="narrow text-soft">
                {sum.shipments} {sum.shipments === 1 ? "shipment" : "shipments"}
              </span>
              <b className="narrow w-24 text-right text-loss">
                {signed(sum.margin)} {currency}
              </b>
            </li>
          ))}
        </ol>
      )}
      {rows.length > MOST_LOSING && (
        <p className="text-soft">{rows.length} lose in all: choose Service by Zone below.</p>
      )}
    </section>
  );
}

function Concessions({ rows }: { readonly rows: ResultParts["concessions"] }) {
  return (
    <section aria-label="What concessions cost">
      <h2>What concessions cost</h2>
      {rows.length === 0 ? (
        <p className="text-soft">
          No free delivery, coupon, amount by hand, waiver or fallback in these months.
        </p>
      ) : (
        <ListTable heads={["Concession", "Shipments", "Charged", "Cost", "Margin"]} narrow figuresFrom={1}>
          {rows.map(({ name, href, sum }) => (
            <tr key={name} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
              <td>
                <Link prefetch={false} className="link" href={href}>
                  {name}
                </Link>
              </td>
              <td className="text-right">{sum.shipments}</td>
              <td className="text-right">{sum.charged}</td>
              <td className="text-right">{sum.cost}</td>
              <td className={`text-right ${isLoss(sum) ? "font-semibold text-loss" : ""}`}>
                {signed(sum.margin)}
              </td>
            </tr>
          ))}
        </ListTable>
      )}
    </section>
  );
}

const measureNames: Readonly<Record<Measure, string>> = {
  margin: "margin",
  marginPercent: "margin in percent",
  overrun: "billed less expected",
  shipments: "number of shipments",
};

const isLoss = ({ margin }: ResultSum) => margin.startsWith("-");

const mostOf = (rows: ResultParts["rows"]) =>
  Math.max(0.01, ...rows.map(({ sum }) => Math.abs(Number(sum.margin))));

/** One of a few that is in the address; links or what else belongs beside it. */
function Choice<T extends string>({
  name,
  label,
  of,
  value,
  names,
  children,
}: {
  readonly name: string;
  readonly label: string;
  readonly of: readonly T[];
  readonly value: T;
  readonly names: Readonly<Record<T, string>>;
  readonly children?: React.ReactNode;
}) {
  const { say } = useAddress();
  const id = useId();
  return (
    <div className="mb-1 flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <div className="flex items-baseline gap-1.5">
        <label htmlFor={id} className="font-semibold">
          {label}
        </label>
        <select
          id={id}
          value={value}
          onChange={({ target }) => say({ [name]: target.value })}
          className="h-7 rounded-md border border-edge bg-sheet px-1"
        >
          {of.map((one) => (
            <option key={one} value={one}>
              {names[one]}
            </option>
          ))}
        </select>
      </div>
      {children}
    </div>
  );
}
