"use client";

import { useState, type FormEvent } from "react";
import type { Answer } from "@/messages/answer";
import { outcomeWords } from "@/messages/carrier-words";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { askCarrier } from "./actions";

type Came = Extract<Awaited<ReturnType<typeof askCarrier>>, Answer<unknown> & { ok: true }>["value"];

/** Asks the carrier about an order, by the draft: what it says of each shipment, what that is without tax, and after how many ms. */
export function AskNow({
  code,
  originNames,
}: {
  readonly code: string;
  readonly originNames: Readonly<Record<string, string>>;
}) {
  const [number, setNumber] = useState("");
  const [came, setCame] = useState<Came>();
  const { busy, trouble, submit } = useSubmit();
  const send = async (event: FormEvent) => {
    event.preventDefault();
    setCame(undefined);
    const answer = await submit(() => askCarrier({ code, number }));
    if (answer.ok) setCame(answer.value);
  };
  return (
    <>
      <form
        onSubmit={(event) => void send(event)}
        aria-label="Ask now"
        className="flex flex-wrap items-end gap-2"
      >
        <label>
          About order
          <input
            className="control mt-0.5 block h-8 w-36 px-2"
            value={number}
            maxLength={60}
            onChange={(event) => setNumber(event.target.value)}
          />
        </label>
        <Button type="submit" disabled={busy || number.trim() === ""}>
          Ask now
        </Button>
      </form>
      <Trouble text={trouble} />
      {came?.length === 0 && (
        <p className="mt-2 text-soft">
          Nothing to ask: no service of the draft that takes this order is priced by this connection.
        </p>
      )}
      <div aria-live="polite">
        {came?.map((one, i) => (
          <div key={i} className="mt-2">
            <p className="text-soft">
              from {originNames[one.origin] ?? one.origin}, {one.ms} ms
              {one.outcome !== undefined && (
                <b className="text-loss">
                  {" "}
                  {outcomeWords(one.outcome)}
                  {one.said !== undefined && ` (${one.said})`}
                </b>
              )}
            </p>
            <ul>
              {one.rates.map((rate) => (
                <li key={rate.service}>
                  <b>{rate.service}</b>: {rate.amount} {rate.currency}{" "}
                  {rate.tax.basis === "with" ? `with ${rate.tax.percent} % tax` : "without tax"}
                  {rate.cost === undefined ? (
                    <b className="text-loss">, which is no figure</b>
                  ) : (
                    rate.tax.basis === "with" && `, so we pay ${rate.cost} ${rate.currency}`
                  )}
                  {rate.parts && (
                    <span className="text-soft">
                      {" "}
                      = {rate.parts.map((part) => `${part.name} ${part.amount}`).join(" + ")}
                    </span>
                  )}
                  {rate.promise && (
                    <span className="text-soft">
                      {" "}
                      · {rate.promise.earliest} to {rate.promise.latest}
                    </span>
                  )}
                </li>
              ))}
              {one.declined.map(({ service, reason }) => (
                <li key={service}>
                  <b>{service}</b>: not given, “{reason}”
                </li>
              ))}
            </ul>
          </div>
        ))}
      </div>
    </>
  );
}
