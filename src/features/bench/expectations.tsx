"use client";

import { useState, type FormEvent } from "react";
import type { Expectation } from "@/core/bench/trial";
import { plainNumber } from "@/ui/number-text";
import { useBench } from "./bench-provider";
import { expectationWords, gotWords } from "./expectation-words";
import { Trouble } from "@/ui/parts/trouble";

const kinds = {
  given: "is given",
  withheld: "is withheld",
  equal: "charges just",
  between: "charges between",
  cost: "costs us less than",
} as const;
type Kind = keyof typeof kinds;

/** What the trial is held to, each met or not with what came instead; and adding one about the offer that is looked at. */
export function Expectations() {
  const { trial, row, reset, mayEdit, setup } = useBench();
  const [trouble, setTrouble] = useState<string>();
  if (!trial || !row || "problems" in row) return null;
  const { version, ...own } = trial;
  const nameOf = (code: string) => setup?.offers.find((offer) => offer.code === code)?.name ?? code;
  const store = async (expects: readonly Expectation[]) => {
    const answer = await reset({ ...own, expects: [...expects] }, version);
    setTrouble(answer.ok ? undefined : answer.text);
    return answer.ok;
  };
  return (
    <section aria-label="Expectations" className="sheet px-3 py-2">
      <h3 className="font-semibold">
        Expected{" "}
        {row.verdicts.length === 0 && (
          <span className="font-normal text-soft">nothing yet: what must stay true of this order?</span>
        )}
      </h3>
      <ul>
        {row.verdicts.map((verdict, i) => (
          <li key={i} className="flex items-baseline gap-1.5">
            <span className={verdict.met ? "text-gain" : "font-semibold text-loss"}>
              {verdict.met ? "✓ met" : "✗ not met"}
            </span>
            <span className="min-w-0 flex-1">
              {expectationWords(verdict.expectation, nameOf(verdict.expectation.offer), row.currency)}
              {!verdict.met && <b>: {gotWords(verdict, row.currency)}</b>}
            </span>
            {mayEdit && (
              <button
                type="button"
                className="grid size-6 place-items-center text-soft hover:text-ink"
                aria-label={`Expect no longer: ${expectationWords(verdict.expectation, nameOf(verdict.expectation.offer), row.currency)}`}
                onClick={() => void store(trial.expects.filter((_, at) => at !== i))}
              >
                ×
              </button>
            )}
          </li>
        ))}
      </ul>
      {mayEdit && <AddExpectation onAdd={(one) => store([...trial.expects, one])} nameOf={nameOf} />}
      <Trouble text={trouble} />
    </section>
  );
}

function AddExpectation({
  onAdd,
  nameOf,
}: {
  readonly onAdd: (one: Expectation) => Promise<boolean>;
  readonly nameOf: (code: string) => string;
}) {
  const { offer, row } = useBench();
  const [kind, setKind] = useState<Kind>("equal");
  const [typed, setTyped] = useState<{ readonly low?: string; readonly high?: string }>({});
  const [trouble, setTrouble] = useState<string>();
  if (offer === undefined || !row || "problems" in row) return null;
  const now = row.offers.find((pair) => pair.offer === offer)?.after;
  const figures = now && !("withheld" in now) ? now : undefined;
  const low = typed.low ?? (kind === "cost" ? figures?.cost : figures?.charge) ?? "";
  const high = typed.high ?? figures?.charge ?? "";
  const add = async (event: FormEvent) => {
    event.preventDefault();
    const made = expectationOf(kind, offer, plainNumber(low), plainNumber(high));
    if (!made) return setTrouble("A figure of money, 0 or more.");
    setTrouble(undefined);
    if (await onAdd(made)) setTyped({});
  };
  const figure = "control h-7 w-[72px] px-1.5 text-right";
  return (
    <form onSubmit={(event) => void add(event)} className="mt-1 flex flex-wrap items-center gap-1.5">
      <span className="text-soft">{nameOf(offer)}</span>
      <select
        aria-label="What is expected"
        className="control h-7 px-1"
        value={kind}
        onChange={(event) => setKind(event.target.value as Kind)}
      >
        {Object.entries(kinds).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      {kind !== "given" && kind !== "withheld" && (
        <input
          aria-label={kind === "between" ? "Lower end, included" : "Figure"}
          className={figure}
          inputMode="decimal"
          value={low}
          onChange={(event) => setTyped({ ...typed, low: event.target.value })}
        />
      )}
      {kind === "between" && (
        <>
          and
          <input
            aria-label="Upper end, included"
            className={figure}
            inputMode="decimal"
            value={high}
            onChange={(event) => setTyped({ ...typed, high: event.target.value })}
          />
          <span className="text-soft">both included</span>
        </>
      )}
      {kind !== "given" && kind !== "withheld" && (
        <span className="text-soft">
          {row.currency} {kind === "cost" || !row.includesTax ? "without tax" : "with tax"}
        </span>
      )}
      <button type="submit" className="link">
        Expect it
      </button>
      <Trouble text={trouble} />
    </form>
  );
}

const MONEY = /^\d+(\.\d+)?$/;

function expectationOf(kind: Kind, offer: string, low: string, high: string): Expectation | undefined {
  if (kind === "given" || kind === "withheld") return { offer, is: kind };
  if (!MONEY.test(low) || (kind === "between" && !MONEY.test(high))) return undefined;
  if (kind === "cost") return { offer, costBelow: low };
  return { offer, charge: [low, kind === "between" ? high : low] };
}
