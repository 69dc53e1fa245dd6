"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Moment } from "@/features/clock";
import { useSubmit } from "@/features/submit";
import { causeNames } from "@/messages/bill-words";
import { Button } from "@/ui/parts/button";
import { ListTable } from "@/ui/parts/list-table";
import { PageHead } from "@/ui/parts/page-head";
import { Section } from "@/ui/parts/section";
import { Trouble } from "@/ui/parts/trouble";
import { billCauses } from "@/core/recovery/explain-bill";
import { undoBill } from "./actions";
import { ProposedMatches } from "./proposed-matches";
import { ObjectBox, ObjectForm, type Choice } from "./object-form";
import type { BillParts } from "./load";
import { signed } from "@/ui/signed";

type Shown = BillParts["matched"][number];

/** A carrier's bill: what was expected of it, why it differs, shipment by shipment, and what is none of ours. */
export function BillPage({ bill }: { readonly bill: BillParts }) {
  const { matched, proposed, again, unknown, fees, sums, homeCurrency, unread } = bill;
  const router = useRouter();
  const { busy, trouble, submit } = useSubmit();
  const takeBack = async () => {
    const answer = await submit(() => undoBill(bill.id));
    if (answer.ok) router.push("/recovery/bills");
  };
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const choice: Choice = {
    chosen,
    toggle: (position) => {
      const next = new Set(chosen);
      if (!next.delete(position)) next.add(position);
      setChosen(next);
    },
  };
  const all = matched.length + proposed.length + again.length + unknown.length;
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <>
            <Link prefetch={false} className="link" href="/recovery/bills">
              Bills
            </Link>{" "}
            · {bill.carrierName}, {bill.date} · {bill.total} {bill.currency} without tax · imported{" "}
            <Moment at={bill.taken.at} /> by {bill.taken.by}
          </>
        }
        title={`Bill ${bill.number}`}
      >
        <Button disabled={busy} onClick={() => void takeBack()}>
          Undo the import
        </Button>
      </PageHead>
      <Trouble text={trouble} />
      <Section name="Why it differs">
        <p>
          {matched.length} of {all} shipments are yours: <b>{sums.expected}</b> {homeCurrency} were expected,{" "}
          <b>{sums.billed}</b> {homeCurrency} are billed,{" "}
          <b className={Number(sums.difference) > 0 ? "text-loss" : ""}>
            {signed(sums.difference)} {homeCurrency}
          </b>
          .
        </p>
        <CauseBars sums={sums} currency={homeCurrency} />
        {unread.length > 0 && (
          <p className="mt-1">
            Taken as surcharges nobody here has: <b>{unread.join(", ")}</b>.
          </p>
        )}
      </Section>
      <Section name="Yours">
        <Shipments rows={matched} currency={homeCurrency} serviceNames={bill.serviceNames} choice={choice} />
      </Section>
      <Rest
        name="Billed twice"
        rows={again}
        currency={homeCurrency}
        words="Their shipment is billed already."
        choice={choice}
      />
      <ProposedMatches bill={bill.id} rows={proposed} currency={homeCurrency} />
      <Rest
        name="No such shipment"
        rows={unknown}
        currency={homeCurrency}
        words="Nothing that was handed to this carrier is like these."
        choice={choice}
      />
      <ObjectForm
        bill={bill.id}
        currency={bill.currency}
        rows={[...matched, ...again, ...unknown].filter(({ position }) => chosen.has(position))}
        onDone={() => setChosen(new Set())}
      />
      {fees.lines.length > 0 && (
        <Section name="Fees">
          <p>
            {fees.home === undefined ? "" : `${fees.home} ${homeCurrency} are of no shipment: `}
            {fees.lines
              .map(({ charge, text, amount }) => `${text ?? charge} ${amount} ${bill.currency}`)
              .join(", ")}
            .
          </p>
        </Section>
      )}
    </div>
  );
}

/** Each cause with its part of the difference, as bars to one scale from a middle line. */
function CauseBars({ sums, currency }: { readonly sums: BillParts["sums"]; readonly currency: string }) {
  const rows = [
    ...billCauses.map((cause) => [cause, sums.causes[cause]] as const),
    ["unexplained", sums.unexplained] as const,
  ];
  const most = Math.max(0.01, ...rows.map(([, amount]) => Math.abs(Number(amount))));
  return (
    <table className="mt-2" aria-label="Why it differs, by cause">
      <tbody>
        {rows.map(([cause, amount]) => {
          const part = `${(50 * Math.abs(Number(amount))) / most}%`;
          const isMore = Number(amount) > 0;
          return (
            <tr key={cause}>
              <th scope="row" className="pr-3 text-left font-normal">
                {causeNames[cause]}
              </th>
              <td className={`pr-3 text-right ${isMore ? "font-semibold text-loss" : ""}`}>
                {signed(amount)} <span className="narrow text-xs text-soft">{currency}</span>
              </td>
              <td className="relative w-72">
                <span aria-hidden className="absolute inset-y-0 left-1/2 w-px bg-ink" />
                <span
                  aria-hidden
                  className={`absolute inset-y-1 ${isMore ? "left-1/2 bg-loss" : "right-1/2 bg-gain"}`}
                  style={{ width: part }}
                />
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const MOST_ROWS = 200;

function Shipments({
  rows,
  currency,
  serviceNames,
  choice,
}: {
  readonly choice: Choice;
  readonly rows: readonly Shown[];
  readonly currency: string;
  readonly serviceNames: Readonly<Record<string, string>>;
}) {
  if (rows.length === 0) return <p className="text-soft">None of its shipments is one of yours.</p>;
  return (
    <>
      <ListTable
        heads={[
          "Object",
          "Order",
          "To",
          "Service",
          "Why",
          `Expected, ${currency}`,
          `Billed, ${currency}`,
          `More or less, ${currency}`,
        ]}
        narrow
        figuresFrom={5}
      >
        {rows.slice(0, MOST_ROWS).map((row) => (
          <tr key={row.position} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
            <td>
              <ObjectBox row={row} choice={choice} />
            </td>
            <td>
              <OrderLink row={row} />
            </td>
            <td>{placeOf(row)}</td>
            <td>{serviceNames[row.parcel.service ?? ""] ?? row.parcel.service ?? ""}</td>
            <td>{whyOf(row, serviceNames)}</td>
            <td className="text-right">{row.explained?.expected ?? ""}</td>
            <td className="text-right">{row.explained?.billed ?? row.billed ?? "no exchange rate"}</td>
            <td
              className={`text-right ${Number(row.explained?.difference ?? 0) > 0 ? "font-semibold text-loss" : ""}`}
            >
              {row.explained ? signed(row.explained.difference) : ""}
            </td>
          </tr>
        ))}
      </ListTable>
      {rows.length > MOST_ROWS && (
        <p className="text-soft">
          Those that differ most, {MOST_ROWS} of {rows.length}.
        </p>
      )}
    </>
  );
}

/** The causes of one shipment with their parts, the greatest first; how it was found where that is not by its number. */
function whyOf({ explained, match, score }: Shown, names: Readonly<Record<string, string>>): string {
  const parts = explained
    ? [
        ...billCauses.map((cause) => [cause, explained.causes[cause]] as const),
        ["unexplained", explained.unexplained] as const,
      ]
        .filter(([, amount]) => Number(amount) !== 0)
        .sort((a, b) => Math.abs(Number(b[1])) - Math.abs(Number(a[1])))
        .map(
          ([cause, amount]) => `${causeNames[cause]} ${signed(amount)}${saidWords(explained, cause, names)}`,
        )
    : [];
  const found = match === "likeness" ? [`found by likeness, ${score ?? 0} of 100`] : [];
  return [...parts, ...found].join(" · ") || "as expected";
}

/** What the carrier went by, and what we did: "(6.4 kg, ours 4 kg)". */
function saidWords(
  explained: Shown["explained"],
  cause: string,
  names: Readonly<Record<string, string>>,
): string {
  const found = explained?.said?.find((one) => one.cause === cause);
  if (!found) return "";
  const words = (value: string) =>
    cause === "weight" ? `${value} kg` : cause === "service" ? (names[value] ?? value) : value;
  return ` (${words(found.theirs)}${found.ours === undefined ? "" : `, ours ${words(found.ours)}`})`;
}

function Rest({
  name,
  rows,
  currency,
  words,
  choice,
}: {
  readonly choice: Choice;
  readonly name: string;
  readonly rows: readonly Shown[];
  readonly currency: string;
  readonly words: string;
}) {
  if (rows.length === 0) return null;
  return (
    <Section name={name}>
      <p className="text-soft">{words}</p>
      <ListTable
        heads={["Object", "Number", "Order", "To", "Charged for", `Billed, ${currency}`]}
        narrow
        figuresFrom={5}
      >
        {rows.slice(0, MOST_ROWS).map((row) => (
          <tr key={row.position} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
            <td>
              <ObjectBox row={row} choice={choice} />
            </td>
            <td>{row.parcel.tracking ?? row.parcel.reference ?? "none"}</td>
            <td>
              <OrderLink row={row} />
            </td>
            <td>{placeOf(row)}</td>
            <td>{row.lines.map(({ charge, text }) => text ?? charge).join(", ")}</td>
            <td className="text-right">{row.billed ?? "no exchange rate"}</td>
          </tr>
        ))}
      </ListTable>
    </Section>
  );
}

function OrderLink({ row: { order } }: { readonly row: Shown }) {
  if (order === undefined) return null;
  return (
    <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(order)}`}>
      {order}
    </Link>
  );
}

const placeOf = ({ parcel: { country, postcode, weight } }: Shown) =>
  [
    [country, postcode].filter((part) => part !== undefined).join(" "),
    weight === undefined ? "" : `${weight} kg`,
  ]
    .filter((part) => part !== "")
    .join(", ");
