"use client";

import type { Offer } from "@/core/setup/offer";
import { NearestEdges, useBench } from "@/features/bench";
import { reasonSentence } from "@/messages/reason-sentence";
import { ReasonLink } from "@/features/quotes";
import { useRunning } from "./use-trial-steps";

/** The open trial at the side of the offer's page: what each step comes to, what we pay and keep, and what is near. */
export function TrialSide({ offer }: { readonly offer: Offer }) {
  const running = useRunning(offer.code);
  const { trial, trials, rows, row, isOpen, offer: looked, choose, live } = useBench();
  if (!trial || !row || "problems" in row) return null;
  const pair = row.offers.find((one) => one.offer === offer.code);
  const after = pair?.after;
  const was = pair?.before && !("withheld" in pair.before) ? pair.before : undefined;
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
                Show {other.name}
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
            <thead className="text-xs text-soft">
              <tr className="[&>th]:font-normal [&>th]:text-right">
                <td />
                <th scope="col">draft</th>
                <th scope="col" className="pl-2">
                  live, {live}
                </th>
              </tr>
            </thead>
            <tbody className="[&_td]:border-b [&_td]:border-hairline [&_td]:py-0.5 [&_td+td]:text-right">
              {steps.map(([name, figure], i) =>
                figure === undefined ? null : (
                  <tr key={i}>
                    <td>{name}</td>
                    <td>{figure}</td>
                    <td />
                  </tr>
                ),
              )}
              <tr className="font-semibold">
                <td>
                  Charge {row.includesTax ? "with tax" : "without tax"}, {row.currency}
                </td>
                <td>{after.charge}</td>
                <Live now={after.charge} was={was?.charge} />
              </tr>
              <tr>
                <td>We pay</td>
                <td>{after.cost}</td>
                <Live now={after.cost} was={was?.cost} />
              </tr>
              <tr className={after.margin.startsWith("-") ? "text-loss" : "text-gain"}>
                <td>We keep, without tax</td>
                <td className="font-semibold">{signedText(after.margin)}</td>
                <Live now={signedText(after.margin)} was={was && signedText(was.margin)} />
              </tr>
            </tbody>
          </table>
        )}
      </section>
      {!isOpen && looked === offer.code && <NearestEdges isNarrow />}
    </div>
  );
}

function signedText(margin: string): string {
  return margin.startsWith("-") ? margin.replace("-", "−") : `+${margin}`;
}

/** A figure by what is live. */
function Live({ now, was }: { readonly now: string; readonly was: string | undefined }) {
  return (
    <td className="pl-2 font-normal text-soft">{was === undefined ? "none" : was === now ? "same" : was}</td>
  );
}
