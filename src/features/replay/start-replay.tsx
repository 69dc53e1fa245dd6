"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { startReplay, type ReplayChoice } from "@/features/jobs";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { DayField } from "@/features/edits";

const kinds = [
  { value: "last", name: "the last orders, up to" },
  { value: "open", name: "the open orders" },
  { value: "days", name: "the orders placed from" },
] as const;

type Kind = (typeof kinds)[number]["value"];

/** Which real orders are rated under what is live and under the draft. */
export function StartReplay() {
  const router = useRouter();
  const [kind, setKind] = useState<Kind>("last");
  const [count, setCount] = useState("10000");
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const { busy, trouble, setTrouble, submit } = useSubmit();
  const start = async () => {
    const choice = choiceOf(kind, { count, from, to });
    if (typeof choice === "string") return setTrouble(choice);
    const answer = await submit(() => startReplay(choice));
    if (answer.ok) router.push(`/gate/replay/${answer.value.id}`);
  };
  const field = "control h-7 px-1.5";
  return (
    <form
      aria-label="Replay"
      className="flex flex-wrap items-center gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        void start();
      }}
    >
      <select
        aria-label="Which orders"
        className={field}
        value={kind}
        onChange={(event) => setKind(event.target.value as Kind)}
      >
        {kinds.map(({ value, name }) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
      {kind === "last" && (
        <input
          aria-label="How many"
          inputMode="numeric"
          className={`${field} w-16 text-right`}
          value={count}
          onChange={(event) => setCount(event.target.value)}
        />
      )}
      {kind === "days" && (
        <>
          <DayField label="First day" className="h-7" value={from} onDay={setFrom} />
          up to and including
          <DayField label="Last day" className="h-7" value={to} onDay={setTo} />
        </>
      )}
      <Button type="submit" className="h-7" disabled={busy}>
        Replay
      </Button>
      <Trouble text={trouble} />
    </form>
  );
}

const MOST = 10_000;

/** The choice, or what is missing of it. */
export function choiceOf(
  kind: Kind,
  { count, from, to }: { readonly count: string; readonly from: string; readonly to: string },
): ReplayChoice | string {
  if (kind === "open") return { kind };
  if (kind === "days") {
    if (from === "" || to === "") return "Say the first and the last day.";
    return from > to ? "The last day is before the first." : { kind, from, to };
  }
  const wanted = Number(count);
  return Number.isInteger(wanted) && wanted >= 1 && wanted <= MOST
    ? { kind, count: wanted }
    : `A whole number from 1 to ${MOST}.`;
}
