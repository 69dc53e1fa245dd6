"use client";

import { Moment } from "@/features/clock";
import { useSubmit } from "@/features/submit";
import { isAnswered, outcomeWords } from "@/messages/carrier-words";
import { HealthHours } from "@/ui/charts/health-hours";
import { Button } from "@/ui/parts/button";
import { ListTable } from "@/ui/parts/list-table";
import { Trouble } from "@/ui/parts/trouble";
import Link from "next/link";
import { beginAgain } from "./actions";
import type { ConnectionParts } from "./load";

const states = {
  closed: "Asked as usual.",
  open: "Paused: it failed five times in a row. It is tried again by itself, ten seconds after the last call.",
  "half-open": "Tried with one call.",
} as const;

interface Props {
  readonly code: string;
  readonly timeout: number;
  readonly mayEdit: boolean;
  readonly parts: ConnectionParts;
}

/** How it stands, what a day of calls came to, what quotes without an answer cost, and the last calls. */
export function LastDay({ code, timeout, mayEdit, parts: { health, exchanges, state } }: Props) {
  const { busy, trouble, submit } = useSubmit();
  const isAsked = health.counts.length > 0;
  return (
    <>
      {state && (
        <p className={`flex items-center gap-3 ${state === "closed" ? "" : "font-semibold text-loss"}`}>
          {states[state]}
          {state !== "closed" && mayEdit && (
            <Button disabled={busy} onClick={() => void submit(() => beginAgain(code))}>
              Ask it again now
            </Button>
          )}
        </p>
      )}
      <Trouble text={trouble} />
      {!isAsked && <p className="text-soft">Nobody was asked.</p>}
      {health.median !== undefined && (
        <p>
          Half of the answers took {health.median} ms and less, 19 of 20 took {health.p95} ms and less.
        </p>
      )}
      {isAsked && (
        <HealthHours
          label="Calls by the hour"
          timeout={timeout}
          bars={health.hours.map(({ hour, ...bar }) => ({ ...bar, name: hour.slice(11, 16) }))}
        />
      )}
      {isAsked && (
        <p className="text-soft">
          {health.counts.map(({ outcome, count }) => `${count} ${outcomeWords(outcome)}`).join(" · ")}
        </p>
      )}
      <QuotesWithout health={health} />
      {exchanges.length > 0 && (
        <section aria-label="The last calls" className="mt-3 max-w-[46rem]">
          <ListTable heads={["When", "To", "What came of it", "ms"]} narrow figuresFrom={3}>
            {exchanges.map(({ id, at, ms, outcome, to }) => (
              <tr key={id} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
                <td>
                  <Link
                    className="link"
                    prefetch={false}
                    href={`/connections/${encodeURIComponent(code)}?asked=${encodeURIComponent(at)}#call`}
                  >
                    <Moment at={at} exact />
                  </Link>
                </td>
                <td>{to}</td>
                <td className={isAnswered(outcome) ? "" : "text-loss"}>{outcomeWords(outcome)}</td>
                <td className="text-right">{ms}</td>
              </tr>
            ))}
          </ListTable>
        </section>
      )}
    </>
  );
}

const share = (part: number, of: number) => `${Math.round((1000 * part) / of) / 10} %`;
const some = (n: number, what: string) => `${n} ${what}${n === 1 ? "" : "s"}`;

/** How many quotes had to do without, and what that cost as far as the carrier has said since. */
function QuotesWithout({ health: { quotes, fallbacks } }: { readonly health: ConnectionParts["health"] }) {
  if (quotes.all === 0) return null;
  const { settled, sums, shipments, currency } = fallbacks;
  return (
    <>
      <p className="mt-2">
        {some(quotes.all, "quote")} wanted its rates: {share(quotes.kept, quotes.all)} had them from answers
        that are kept,{" "}
        <b className={quotes.unanswered > 0 ? "text-loss" : ""}>
          {share(quotes.unanswered, quotes.all)} had to do without
        </b>
        .
      </p>
      {shipments > 0 && (
        <p>
          {some(shipments, "shipment")} had no answer.{" "}
          {sums
            ? `The carrier has answered about ${settled === shipments ? "all" : settled} of them since: our tables said ${sums.table} ${currency}, the carrier ${sums.carrier} ${currency}, so doing without ${wonOrLost(sums, currency)}.`
            : "The carrier has answered about none of them since, so nobody knows what that cost."}
        </p>
      )}
    </>
  );
}

function wonOrLost(
  { difference, percent }: { difference: string; percent?: string },
  currency: string,
): string {
  const part = percent === undefined ? "" : ` (${percent.replace("-", "−")} %)`;
  if (difference.startsWith("-"))
    return `counted ${difference.slice(1)} ${currency} too little as cost${part}`;
  return `counted ${difference} ${currency} too much as cost${part}`;
}
