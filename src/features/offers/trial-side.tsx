"use client";

import type { Offer } from "@/core/setup/offer";
import { NearestEdges, useBench } from "@/features/bench";
import { reasonSentence } from "@/messages/reason-sentence";
import { ReasonLink } from "@/features/quotes";
import { useRunning } from "./use-trial-steps";

/** The open trial at the side of the offer's page: what each step comes to, what we pay and keep, and what is near. */
export function TrialSide({ offer }: { readonly offer: Offer }) {
  const running = useRunning(offer.code);
  const { trial, trials, rows, row, isOpen, offer: looked, choose } = useBench();
  if (!trial || !row || "problems" in row) return null;
  const pair = row.offers.find((one) => one.offer === offer.code);
  const after = pair?.after;
  const having = rows.find(
    (one) => "offers" in one && one.offers.some(({ offer: code }) => code === offer.code),
  );
  const other = trials.find(({ id }) => id === having?.id);
  const { additions = [] } = offer.adjust ?? {};
  const steps: readonly (readonly [string, string | undefined])[] = [
    ["The plan", running.plan],
    ["With the margin", running.margin],
    ...additions.map(({ name }, i) => [name, running.additions[i]] as const),
    ["At least", running.minimum],
    ["At most", running.maximum],
    ["Rounded", running.rounding],
    ["Free", running.free],
  ];
  return (
    <div className="space-y-2">
      <section aria-label="The open trial, step by step" className="sheet px-3 py-2">
        <h3 className="font-semibold">The open trial, step by step</h3>
        <p className="narrow mb-1 truncate text-soft" title="Alt ↑ and Alt ↓ walk through the trials">
          {trial.name}, {row.currency}
        </p>
        {!after ? (
          <p className="text-soft">
            Its channel does not have this offer.{" "}
            {other ? (
              <button type="button" className="link" onClick={() => choose(other.id)}>
                Look at {other.name}
              </button>
            ) : (
              "No trial comes by one that has it."
            )}
          </p>
        ) : "withheld" in after ? (
          <p>
            <span className="text-soft">withheld: </span>
            <ReasonLink text={reasonSentence(after.withheld)} source={after.withheld.source} />
          </p>
        ) : (
          <table className="w-full">
            <tbody className="[&_td:last-child]:text-right [&_td]:border-b [&_td]:border-hairline [&_td]:py-0.5">
              {steps.map(([name, figure], i) =>
                figure === undefined ? null : (
                  <tr key={i}>
                    <td>{name}</td>
                    <td>{figure}</td>
                  </tr>
                ),
              )}
              <tr className="font-semibold">
                <td>Charge {row.includesTax ? "with tax" : "without tax"}</td>
                <td>
                  {after.charge} {row.currency}
                </td>
              </tr>
              <tr>
                <td>We pay</td>
                <td>{after.cost}</td>
              </tr>
              <tr className={after.margin.startsWith("-") ? "text-loss" : "text-gain"}>
                <td>We keep, without tax</td>
                <td className="font-semibold">
                  {after.margin.startsWith("-") ? after.margin.replace("-", "−") : `+${after.margin}`}
                </td>
              </tr>
            </tbody>
          </table>
        )}
      </section>
      {!isOpen && looked === offer.code && <NearestEdges isNarrow />}
    </div>
  );
}
