"use client";

import { useMemo, useState, type FormEvent } from "react";
import { Decimal } from "@/core/money/decimal";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { tryTable, type TriedTable } from "@/core/tariffs/table-trial";
import { reasonSentence } from "@/messages/reason-sentence";
import { stepSentence } from "@/messages/step-sentence";
import { plainNumber } from "@/ui/number-text";
import { edgeUnit } from "./tariff-words";
import { useTrials } from "./use-trials";

interface Props {
  readonly tariff: Tariff;
  readonly chart: Pick<ZoneChart, "code" | "name" | "zones">;
  readonly edition: Edition;
  /** The edition with what is being typed. */
  readonly typed: Edition;
  readonly zone: string;
  readonly page: number;
}

/** Trials pinned beside the table: what each costs as it is stored and with what is being typed, and how that comes about. */
export function TrialPanel({ tariff, chart, edition, typed, zone, page }: Props) {
  const { trials, store } = useTrials(tariff.code);
  const [value, setValue] = useState("");
  const [open, setOpen] = useState<number>();
  const [trouble, setTrouble] = useState<string>();
  const unit = edgeUnit(tariff);
  const tried = useMemo(
    () =>
      trials.map((trial) => ({
        trial,
        before: tryTable(tariff, edition, chart, trial),
        after: typed === edition ? undefined : tryTable(tariff, typed, chart, trial),
      })),
    [trials, tariff, edition, typed, chart],
  );
  const pin = (event: FormEvent) => {
    event.preventDefault();
    const figure = plainNumber(value);
    if (!/^\d+(\.\d+)?$/.test(figure)) return setTrouble(`How much? A figure in ${unit}, 0 or more.`);
    setTrouble(undefined);
    store([...trials, { zone, value: figure, ...(page > 0 ? { page } : {}) }]);
    setValue("");
  };
  return (
    <section aria-label="Trials" className="sheet px-2.5 py-2">
      <h2>
        Trials <span className="font-normal text-soft">{tariff.currency}, as the table alone rates them</span>
      </h2>
      <ul>
        {tried.map(({ trial, before, after }, i) => (
          <li key={i} className="border-b border-hairline py-0.5 last:border-0">
            <div className="flex items-baseline gap-2">
              <button
                type="button"
                aria-expanded={open === i}
                className="link text-left"
                onClick={() => setOpen(open === i ? undefined : i)}
              >
                {trial.value} {unit} → {trial.zone}
              </button>
              <span className="ml-auto text-right" aria-live="polite">
                <Outcome before={before} after={after} />
              </span>
              <button
                type="button"
                aria-label={`Take off the trial ${trial.value} ${unit} to zone ${trial.zone}`}
                className="px-1 text-soft hover:text-ink"
                onClick={() => store(trials.filter((_, at) => at !== i))}
              >
                ×
              </button>
            </div>
            {open === i && <Working tried={after ?? before} />}
          </li>
        ))}
      </ul>
      <form onSubmit={pin} className="mt-1 flex items-center gap-1.5">
        <input
          aria-label={`Trial: how much, in ${unit}`}
          className="control h-7 w-20 px-1.5 text-right"
          inputMode="decimal"
          value={value}
          onChange={(event) => setValue(event.target.value)}
        />
        <span className="text-soft">
          {unit} to zone {zone}
        </span>
        <button type="submit" className="link ml-auto">
          Pin a trial
        </button>
      </form>
      {trouble !== undefined && (
        <p role="alert" className="text-loss">
          {trouble}
        </p>
      )}
    </section>
  );
}

/** The amount as stored, and with what is typed where that is another. */
function Outcome({ before, after }: { readonly before: TriedTable; readonly after: TriedTable | undefined }) {
  const now = before.amount ?? "no rate";
  if (!after || after.amount === before.amount) return <b>{now}</b>;
  const difference =
    before.amount !== undefined && after.amount !== undefined
      ? Decimal.of(after.amount).minus(Decimal.of(before.amount)).toString()
      : undefined;
  const fell = difference?.startsWith("-");
  return (
    <>
      {now} → <b>{after.amount ?? "no rate"}</b>
      {difference !== undefined && (
        <span className="text-soft">
          {" "}
          {fell ? "▼" : "▲"}
          {difference.replace("-", "")}
        </span>
      )}
    </>
  );
}

function Working({ tried }: { readonly tried: TriedTable }) {
  return (
    <ol className="mb-1 border-l-2 border-edge pl-2 text-soft">
      {tried.steps.map((step, i) => (
        <li key={i}>{stepSentence(step)}</li>
      ))}
      {tried.rejection && <li>{reasonSentence(tried.rejection)}</li>}
    </ol>
  );
}
