"use client";

import { useState } from "react";
import { Moment } from "@/features/clock";
import { useSubmit } from "@/features/submit";
import { DriftDots } from "@/ui/charts/drift-dots";
import { Button } from "@/ui/parts/button";
import { ListTable } from "@/ui/parts/list-table";
import { Trouble } from "@/ui/parts/trouble";
import { compareWithTable } from "./actions";
import type { ConnectionParts } from "./load";

const MOST_ROWS = 25;

interface Props {
  readonly code: string;
  readonly drift: ConnectionParts["drift"];
  readonly serviceNames: Readonly<Record<string, string>>;
  readonly originNames: Readonly<Record<string, string>>;
  readonly mayEdit: boolean;
}

const signed = (text: string) => (text.startsWith("-") ? `−${text.slice(1)}` : text);

/** Our tables, which stand in where the carrier does not answer, beside what it says: in all, by weight, and where they differ most. */
export function DriftSection({ code, drift, serviceNames, originNames, mayEdit }: Props) {
  const { busy, trouble, submit } = useSubmit();
  const [came, setCame] = useState<{ readonly asked: number; readonly answered: number }>();
  const compare = async () => {
    const answer = await submit(() => compareWithTable(code));
    if (answer.ok) setCame(answer.value);
  };
  const { shipments, services, currency } = drift;
  const far = [...shipments].sort(
    (a, b) => Math.abs(Number(b.percent ?? 0)) - Math.abs(Number(a.percent ?? 0)) || (a.at < b.at ? 1 : -1),
  );
  return (
    <>
      {shipments.length === 0 && (
        <p className="text-soft">
          Nothing to compare yet: a service needs a tariff to fall back to, and the carrier must have
          answered.
        </p>
      )}
      {services.map(({ service, shipments: count, sums }) => (
        <p key={service}>
          <b>{serviceNames[service] ?? service}</b>: our table says {sums.table} {currency} for {count}{" "}
          {count === 1 ? "shipment" : "shipments"} the carrier says {sums.carrier} {currency} for,{" "}
          <b className={sums.percent?.startsWith("-") ? "text-loss" : ""}>
            {sums.percent === undefined ? "" : `${signed(sums.percent)} %`}
          </b>
          .
        </p>
      ))}
      {shipments.length > 0 && (
        <DriftDots
          label="How far our table is from the carrier, by weight"
          dots={shipments.flatMap(({ weight, percent, to, table, carrier }) =>
            weight === undefined || percent === undefined
              ? []
              : [
                  {
                    weight: Number(weight),
                    percent: Number(percent),
                    words: `${to}, ${weight} kg: ours ${table}, theirs ${carrier} ${currency}, ${signed(percent)} %`,
                  },
                ],
          )}
        />
      )}
      {mayEdit && (
        <p className="mt-2 flex items-center gap-3">
          <Button disabled={busy} onClick={() => void compare()}>
            {busy ? "Asking…" : "Ask about shipments of the last orders"}
          </Button>
          {came && (
            <span role="status">
              {came.asked === 0
                ? "None of the last 200 orders could go by its services with a table to compare."
                : `Asked about ${came.asked}; ${came.answered} answered.`}
            </span>
          )}
        </p>
      )}
      <Trouble text={trouble} />
      {far.length > 0 && (
        <section aria-label="Farthest apart" className="mt-2">
          <p className="text-soft">Farthest apart first; without tax, in {currency}.</p>
          <ListTable
            heads={["To", "From", "Service", "Answered", "kg", "Ours", "Theirs", "Ours less theirs", "%"]}
            narrow
            figuresFrom={4}
          >
            {far.slice(0, MOST_ROWS).map((one, i) => (
              <tr key={i} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
                <td>{one.to}</td>
                <td>{originNames[one.origin] ?? one.origin}</td>
                <td>{serviceNames[one.service] ?? one.service}</td>
                <td>
                  <Moment at={one.at} />
                </td>
                <td className="text-right">{one.weight ?? "not known"}</td>
                <td className="text-right">{one.table}</td>
                <td className="text-right">{one.carrier}</td>
                <td className={`text-right ${one.difference.startsWith("-") ? "text-loss" : ""}`}>
                  {signed(one.difference)}
                </td>
                <td className="text-right">{one.percent === undefined ? "" : signed(one.percent)}</td>
              </tr>
            ))}
          </ListTable>
        </section>
      )}
    </>
  );
}
