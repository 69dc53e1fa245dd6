"use client";

import type { OfferFigures, OfferPair } from "@/core/bench/compare-quotes";
import type { Rejection } from "@/core/working/reason";
import { reasonSentence } from "@/messages/reason-sentence";
import { ReasonLink } from "@/features/quotes";
import { classNames } from "@/ui/class-names";
import { useBench } from "./bench-provider";

/** The offers of the open trial, given and withheld, before and after. */
export function TrialOffers() {
  const { row, offer, watch } = useBench();
  if (!row || "problems" in row) return null;
  return (
    <section aria-label="Offers of the trial" className="sheet overflow-x-auto">
      <table className="w-full border-collapse">
        <thead className="narrow text-xs text-soft">
          <tr className="border-b border-hairline [&>th]:px-2 [&>th]:py-1 [&>th]:text-right [&>th]:font-normal">
            <th className="text-left!">
              {row.includesTax ? "Charge with tax" : "Charge without tax"}, {row.currency}
            </th>
            <th>Before</th>
            <th>After</th>
            <th>Difference</th>
            <th>We pay</th>
            <th>Margin</th>
          </tr>
        </thead>
        <tbody>
          {row.offers.map((pair) => (
            <tr
              key={pair.offer}
              onClick={() => watch(pair.offer)}
              className={classNames(
                "border-b border-hairline last:border-0 [&>td]:px-2 [&>td]:py-0.5",
                pair.offer === offer ? "bg-wash" : "hover:bg-well",
              )}
            >
              <td
                className={classNames(
                  "border-l-4 font-semibold",
                  pair.offer === offer ? "border-l-sign" : "border-l-transparent",
                )}
              >
                <button
                  type="button"
                  className="text-left"
                  aria-pressed={pair.offer === offer}
                  onClick={() => watch(pair.offer)}
                >
                  {pair.name}
                </button>
              </td>
              <Figures pair={pair} />
            </tr>
          ))}
          {row.offers.length === 0 && (
            <tr>
              <td colSpan={6} className="px-2 py-1.5 text-soft">
                The channel has no offer for it.
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </section>
  );
}

function Figures({ pair: { before, after, more, isChanged } }: { readonly pair: OfferPair }) {
  if (!after || "withheld" in after)
    return (
      <>
        <td className="text-right text-soft">{chargeText(before)}</td>
        <td colSpan={4} className={isChanged ? "bg-loss-wash" : undefined}>
          {after ? <Why rejection={after.withheld} /> : "no longer in this channel"}
        </td>
      </>
    );
  const loss = after.margin.startsWith("-");
  return (
    <>
      <td className="text-right text-soft">{chargeText(before)}</td>
      <td className="text-right font-semibold">{after.free ? `${after.charge} free` : after.charge}</td>
      <td className={classNames("text-right", isChanged ? "font-semibold" : "text-soft")}>
        {isChanged ? differenceText(more) : "same"}
      </td>
      <td className="text-right">{after.cost}</td>
      <td className={classNames("text-right font-semibold", loss ? "text-loss" : "text-gain")}>
        {loss ? after.margin.replace("-", "−") : `+${after.margin}`}
      </td>
    </>
  );
}

function chargeText(side: OfferFigures | { readonly withheld: Rejection } | undefined): string {
  if (!side) return "none";
  return "withheld" in side ? "withheld" : side.charge;
}

function differenceText(more: OfferPair["more"]): string {
  if (!more) return "given now";
  if (more.charge !== "0") return more.charge;
  return more.cost === "0" ? "promise" : `cost ${more.cost}`;
}

function Why({ rejection }: { readonly rejection: Rejection }) {
  return (
    <>
      <span className="text-soft">withheld: </span>
      <ReasonLink text={reasonSentence(rejection)} source={rejection.source} />
    </>
  );
}
