"use client";

import { useMemo, useState } from "react";
import type { Quote } from "@/core/quote/quote";
import { problemSentence } from "@/messages/problem-sentence";
import { wordQuote } from "@/messages/word-quote";
import { WorkingView } from "@/features/quotes";
import { EditField } from "@/ui/fields/edit-field";
import { useBench } from "./bench-provider";
import { edgeWords } from "./edge-words";
import { Expectations } from "./expectations";
import { TrialLine } from "./trial-line";
import { TrialOffers } from "./trial-offers";
import { isTypable, readTrial, trialText } from "./trial-text";
import { Trouble } from "@/ui/parts/trouble";

/** The trial that is looked at: its offers before and after, why others are withheld, and how the chosen figure comes about. */
export function OpenTrialPanel() {
  const { trial, row } = useBench();
  if (!trial)
    return <div className="px-4 py-3 text-soft">Pick a trial to see how its figures come about.</div>;
  return (
    <div className="min-h-0 min-w-0 overflow-auto px-3 py-2" aria-label={`Trial ${trial.name}`} role="region">
      <TrialHead key={trial.id} />
      {row && "problems" in row ? (
        <p role="alert" className="text-loss">
          {row.problems.map((problem) => problemSentence(problem)).join(" ")}
        </p>
      ) : (
        <div className="mt-1 grid items-start gap-3 xl:grid-cols-[minmax(430px,52%)_minmax(0,1fr)]">
          <div className="min-w-0 space-y-2">
            <TrialOffers />
            <Expectations key={trial.id} />
          </div>
          <div className="min-w-0 space-y-2">
            <NearestEdges />
            <TrialWorking />
          </div>
        </div>
      )}
    </div>
  );
}

function TrialHead() {
  const { trial, reset, unpin, mayEdit, words } = useBench();
  const [text, setText] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  if (!trial) return null;
  const { version, ...own } = trial;
  const typable = mayEdit && isTypable(trial.request);
  const line = trialText(trial.request);
  const take = async () => {
    const read = readTrial(text ?? line, words);
    if (!read.ok) return read.text;
    const answer = await reset({ ...own, request: read.request }, version);
    if (answer.ok) setText(undefined);
    return answer.ok ? undefined : answer.text;
  };
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
      <EditField
        label="Name of the trial"
        hideLabel
        width="15rem"
        value={trial.name}
        readOnly={!mayEdit}
        onCommit={async (name) => {
          const answer = await reset({ ...own, name }, version);
          return answer.ok
            ? { ok: true }
            : { ok: false, text: answer.text, conflict: answer.code === "conflict" };
        }}
      />
      {text === undefined ? (
        <button
          type="button"
          className="min-w-0 flex-1 truncate text-left text-soft enabled:hover:underline"
          disabled={!typable}
          title={
            typable
              ? "Change what is ordered"
              : "It holds what can't be typed in a line: goods without a weight, or a currency of its own"
          }
          onClick={() => setText(line)}
        >
          {line}
        </button>
      ) : (
        <TrialLine
          label="What is ordered"
          words={words}
          value={text}
          onChange={setText}
          onTake={take}
          onLeave={() => setText(undefined)}
          submit="Change it"
        />
      )}
      {mayEdit && (
        <button
          type="button"
          className="link shrink-0"
          onClick={() => void unpin([own]).then((answer) => setTrouble(answer.ok ? undefined : answer.text))}
        >
          Delete the trial
        </button>
      )}
      <Trouble text={trouble} />
    </div>
  );
}

/** How far the order is from another charge. */
export function NearestEdges({ isNarrow = false }: { readonly isNarrow?: boolean }) {
  const { trial, offer, edges, row } = useBench();
  if (!edges || edges.trial !== trial?.id || edges.offer !== offer || !row || "problems" in row) return null;
  const { includesTax, currency } = row;
  return (
    <section aria-label="What would change it" className="sheet px-3 py-2">
      <h3 className="font-semibold">What would change it</h3>
      {edges.edges.length === 0 && (
        <p className="text-soft">Nothing near: no other weight, goods or pieces decide otherwise.</p>
      )}
      <ul className={isNarrow ? undefined : "gap-x-6 lg:columns-2"}>
        {edges.edges.map((edge) => {
          const { change, outcome, isLoss } = edgeWords(edge, currency);
          return (
            <li key={`${edge.of} ${edge.way}`} className="break-inside-avoid">
              {change}: <b className={isLoss ? "text-loss" : undefined}>{outcome}</b>
            </li>
          );
        })}
      </ul>
      <p className="text-xs text-soft">
        Charges and goods {includesTax ? "with" : "without"} tax, in {currency}.
      </p>
    </section>
  );
}

/** The working of the offer that is looked at, with the steps that are other than before marked. */
function TrialWorking() {
  const { open, trial, offer, setup, row } = useBench();
  const names = useMemo(
    () => ({
      originNames: Object.fromEntries(
        (setup?.origins ?? []).map(({ code, address, name }) => [code, address.city || name]),
      ),
      serviceNames: Object.fromEntries((setup?.services ?? []).map(({ code, name }) => [code, name])),
    }),
    [setup],
  );
  const worded = useMemo(
    () => open && { after: wordQuote(open.after), before: wordedBefore(open.before) },
    [open],
  );
  if (!worded || !row || "problems" in row || open?.id !== trial?.id) return null;
  const given = worded.after.offers.find((one) => one.offer === offer);
  const old = worded.before?.offers.find((one) => one.offer === offer);
  if (!given)
    return <Stopped steps={worded.after.withheld.find((one) => one.offer === offer)?.working ?? []} />;
  return (
    <WorkingView
      offer={given}
      view={{ ...names, currency: row.currency, includesTax: row.includesTax }}
      aside={given.name}
      before={old?.working}
    />
  );
}

function wordedBefore(quote: Quote | undefined) {
  return quote && wordQuote(quote);
}

/** How far the working of a withheld offer came. */
function Stopped({ steps }: { readonly steps: readonly { readonly text: string }[] }) {
  if (steps.length === 0) return null;
  return (
    <section aria-label="Working so far" className="sheet px-3 py-2">
      <h3 className="font-semibold">Working so far</h3>
      <ul>
        {steps.map((step, i) => (
          <li key={i}>{step.text}</li>
        ))}
      </ul>
    </section>
  );
}
