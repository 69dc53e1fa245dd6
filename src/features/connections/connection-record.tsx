"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Connection } from "@/core/setup/offer";
import { joinPath, type Json } from "@/core/setup/path";
import type { Service } from "@/core/setup/service";
import { DraftChoice, DraftWhole, useDraft } from "@/features/draft";
import { isAnswered, outcomeWords } from "@/messages/carrier-words";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Section } from "@/ui/parts/section";
import { timeText } from "@/ui/time-text";
import { Trouble } from "@/ui/parts/trouble";
import { AskNow } from "./ask-now";
import { CarrierServices } from "./carrier-services";
import { ConnectionForm } from "./connection-form";
import type { ConnectionParts } from "./load";

interface Props {
  readonly connection: Connection;
  readonly carrierName: string;
  readonly adapters: readonly { readonly code: string; readonly name: string }[];
  readonly ours: readonly Pick<Service, "code" | "name" | "rate">[];
  readonly originNames: Readonly<Record<string, string>>;
  readonly parts: ConnectionParts;
}

/** The way to a carrier's system: how it is reached, which services it prices, what it says now, and how it has done. */
export function ConnectionRecord({ connection, carrierName, adapters, ours, originNames, parts }: Props) {
  const path = joinPath("connections", connection.code);
  return (
    <>
      <PageHead above={`Connection ${connection.code} · ${carrierName}`} title="Live rates">
        <DeleteConnection connection={connection} path={path} isUsed={ours.length > 0} />
      </PageHead>
      <Section name="Asked by">
        <DraftChoice
          label="Adapter"
          path={`${path}/adapter`}
          value={connection.adapter}
          options={adapters.map(({ code, name }) => ({ value: code, name }))}
        />
        <DraftWhole
          label="Waits at most"
          path={`${path}/timeoutMs`}
          value={connection.timeoutMs}
          unit="ms; a quote 1500"
        />
        <DraftWhole
          label="An answer holds"
          path={`${path}/cacheMinutes`}
          value={connection.cacheMinutes}
          unit="minutes"
        />
        {parts.adapter?.cannot.map((one) => (
          <p key={one} className="text-soft">
            {one}
          </p>
        ))}
      </Section>
      <Section name="How it is reached">
        <ConnectionForm key={connection.adapter} code={connection.code} parts={parts} />
      </Section>
      <Section name="Services">
        <CarrierServices code={connection.code} ours={ours} />
      </Section>
      <Section name="Ask now">
        {parts.view ? (
          <AskNow code={connection.code} originNames={originNames} />
        ) : (
          <p className="text-soft">Say first how it is reached.</p>
        )}
      </Section>
      <Section name="The last day">
        <LastDay parts={parts} />
      </Section>
    </>
  );
}

function DeleteConnection({
  connection,
  path,
  isUsed,
}: {
  readonly connection: Connection;
  readonly path: string;
  readonly isUsed: boolean;
}) {
  const { mayEdit, commit } = useDraft();
  const router = useRouter();
  const [trouble, setTrouble] = useState<string>();
  if (!mayEdit) return null;
  const remove = async () => {
    const answer = await commit([{ path, from: connection as unknown as Json }]);
    if (answer.ok) router.push(`/carriers/${encodeURIComponent(connection.carrier)}`);
    else setTrouble(answer.text);
  };
  return (
    <>
      <Trouble text={trouble} />
      <Button
        disabled={isUsed}
        title={isUsed ? "Services are priced by it" : ""}
        onClick={() => void remove()}
      >
        Delete
      </Button>
    </>
  );
}

const states = {
  closed: "Asked as usual.",
  open: "Left alone: it failed five times in a row. It is tried again by itself, ten seconds after the last call.",
  "half-open": "Tried with one call.",
} as const;

/** How many calls came to what, as bars to one scale, how long answers took, and the last calls. */
function LastDay({ parts: { day, exchanges, state } }: { readonly parts: ConnectionParts }) {
  const all = day.counts.reduce((sum, { count }) => sum + count, 0);
  const most = Math.max(1, ...day.counts.map(({ count }) => count));
  return (
    <>
      {state && <p className={state === "closed" ? "" : "font-semibold text-loss"}>{states[state]}</p>}
      {all === 0 && <p className="text-soft">Nobody was asked.</p>}
      {day.median !== undefined && (
        <p>
          Half of the answers took {day.median} ms and less, 19 of 20 took {day.p95} ms and less.
        </p>
      )}
      <table className="mt-1">
        <tbody>
          {day.counts.map(({ outcome, count }) => (
            <tr key={outcome}>
              <td className="pr-3">{outcomeWords(outcome)}</td>
              <td className="pr-2 text-right">{count}</td>
              <td className="w-40">
                <span
                  aria-hidden
                  className={`block h-3 ${isAnswered(outcome) ? "bg-gain" : "bg-loss"}`}
                  style={{ width: `${(100 * count) / most}%` }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {exchanges.length > 0 && (
        <table aria-label="The last calls" className="sheet mt-2 w-full max-w-[46rem]">
          <thead className="narrow text-left text-xs text-soft">
            <tr className="border-b border-hairline [&>th]:px-2 [&>th]:py-1 [&>th]:font-normal">
              <th>When</th>
              <th>To</th>
              <th className="text-right">ms</th>
              <th>What came of it</th>
            </tr>
          </thead>
          <tbody>
            {exchanges.map(({ id, at, ms, outcome, to }) => (
              <tr key={id} className="border-b border-hairline last:border-0 [&>td]:px-2 [&>td]:py-0.5">
                <td>{timeText(at)}</td>
                <td>{to}</td>
                <td className="text-right">{ms}</td>
                <td className={isAnswered(outcome) ? "" : "text-loss"}>{outcomeWords(outcome)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}
