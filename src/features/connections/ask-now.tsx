"use client";

import { useState, type FormEvent } from "react";
import type { Answer } from "@/messages/answer";
import { outcomeWords } from "@/messages/carrier-words";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { askCarrier } from "./actions";
import { SaidRates } from "./said-rates";

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
            <SaidRates {...one} />
          </div>
        ))}
      </div>
    </>
  );
}
