"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { goesOn, JobState } from "@/features/jobs";
import { monthName, RecoveryHead, shipmentsHref } from "@/features/recovery";
import { useSubmit } from "@/features/submit";
import { ListTable } from "@/ui/parts/list-table";
import { useAddress } from "@/ui/use-address";
import { LeftOutList } from "./left-out-list";
import { startCheaper } from "./actions";
import type { CheaperParts } from "./load";
import { StartMonths } from "./start-months";

type Result = NonNullable<CheaperParts["result"]>;
type Rows = Result["rows"][number];

/** What past shipments would cost by every service as it is today, and what is left on the table. */
export function CheaperPage({ parts }: { readonly parts: CheaperParts }) {
  const { months, maySeeBills, mayEdit, job, asked, result } = parts;
  const router = useRouter();
  const { say, said } = useAddress();
  const { busy, trouble, submit } = useSubmit();
  const start = async (of: { readonly from: string; readonly to: string }) => {
    const answer = await submit(() => startCheaper(of));
    if (answer.ok) router.push(`/recovery/cheaper?work=${answer.value.id}`);
  };
  const kind = said("speed") === "any" ? "any" : "inTime";
  const own = result?.rows.find((one) => one.kind === kind);
  return (
    <div className="px-[18px] py-4">
      <RecoveryHead at="cheaper" maySeeBills={maySeeBills} title="Cheaper service" />
      <p className="mb-3 max-w-[70rem] text-soft">
        Each shipment is rated again by every service that would take it, with today&apos;s rates, limits and
        destinations: its own service today against the cheapest. Carriers are not asked: where a service is
        priced live, its fallback counts.
      </p>
      {months ? (
        <StartMonths
          key={JSON.stringify(asked ?? months)}
          label="Cheaper service"
          months={{ ...months, ...asked }}
          busy={busy || (job !== undefined && goesOn(job))}
          trouble={trouble}
          onStart={(of) => void start(of)}
        />
      ) : (
        <p className="sheet max-w-[46rem] px-4 py-6">
          No order is confirmed yet. As soon as orders have left, this page says which service would have
          carried them for less.
        </p>
      )}
      {job && <JobState job={job} mayStop={mayEdit} />}
      {result && own && asked && (
        <>
          <Sentence result={result} own={own} asked={asked} />
          <label className="mb-2 flex items-baseline gap-1.5">
            <span className="text-soft">Compare with</span>
            <select
              className="control h-7 px-1"
              value={kind}
              onChange={({ target }) => say({ speed: target.value === "any" ? "any" : "" })}
            >
              <option value="inTime">services that take no more days</option>
              <option value="any">all services, slower ones too</option>
            </select>
          </label>
          <LeftOutList label="Not compared: their own service would not take them today" list={result.left} />
          <Savings rows={own.rows} currency={result.currency} months={asked} />
        </>
      )}
    </div>
  );
}

function Sentence({
  result: { savings, currency, shipments },
  own,
  asked,
}: {
  readonly result: Result;
  readonly own: Rows;
  readonly asked: { readonly from: string; readonly to: string };
}) {
  const period =
    asked.from === asked.to ? monthName(asked.to) : `${monthName(asked.from)} to ${monthName(asked.to)}`;
  return (
    <p className="mb-2 max-w-[70rem] text-base">
      {period}: {savings.compared} of {shipments} shipments could be compared. By their own services they cost{" "}
      <b>
        {savings.own} {currency}
      </b>{" "}
      today; for {own.shipments} of them another service would take{" "}
      <b className={own.shipments > 0 ? "text-loss" : ""}>
        {own.saved} {currency}
      </b>{" "}
      less{own.kind === "inTime" ? " and no more days" : ""}.
    </p>
  );
}

function Savings({
  rows,
  currency,
  months,
}: {
  readonly rows: Rows["rows"];
  readonly currency: string;
  readonly months: { readonly from: string; readonly to: string };
}) {
  if (rows.length === 0)
    return <p className="text-soft">No other service would have taken any of them for less.</p>;
  return (
    <ListTable
      heads={[
        "Origin",
        "Zone of its own service",
        "Sent by",
        "Cheaper by",
        "Shipments",
        `Cost today, ${currency}`,
        "By the other",
        "Could be saved",
      ]}
      narrow
      figuresFrom={4}
    >
      {rows.map(({ origin, zone, service, other, otherCode, values, shipments, own, byOther, saved }) => (
        <tr
          key={JSON.stringify([values, otherCode])}
          className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5"
        >
          <td>{origin}</td>
          <td>{zone}</td>
          <td>{service}</td>
          <td>
            <Link prefetch={false} className="link" href={`/services/${encodeURIComponent(otherCode)}`}>
              {other}
            </Link>
          </td>
          <td className="text-right">
            <Link
              prefetch={false}
              className="link"
              title="All shipments of this service from this origin to this zone"
              href={shipmentsHref(months, values)}
            >
              {shipments}
            </Link>
          </td>
          <td className="text-right">{own}</td>
          <td className="text-right">{byOther}</td>
          <td className="text-right font-semibold text-loss">{saved}</td>
        </tr>
      ))}
    </ListTable>
  );
}
