import type { ShownReplay } from "./load";

export function replayTitle({ orders, changed }: Pick<ShownReplay, "orders" | "changed">): string {
  return changed === 0 ? `None of ${orders} orders changes` : `${changed} of ${orders} orders change`;
}

/** What a replay was made from, and whether the draft has moved on. */
export function madeWords({ revision, made, later, spread, orders, byAnswers }: ShownReplay): string {
  const moved =
    later === 0
      ? ""
      : ` Made before ${later === 1 ? "a later change" : `${later} later changes`} of the draft.`;
  const offers = [
    ...(spread.lost > 0 ? [`${spread.lost} lose an offer`] : []),
    ...(spread.gained > 0 ? [`${spread.gained} gain one`] : []),
    ...(spread.later ? [`${spread.later} are promised for a later day`] : []),
    ...(spread.sooner ? [`${spread.sooner} for a sooner one`] : []),
    ...(spread.unrated > 0 ? [`${spread.unrated} can't be rated`] : []),
  ];
  const rates = byAnswers === undefined ? "" : ` ${ratesWords(byAnswers, orders)}`;
  return `Revision ${revision} against the draft, ${made}.${offers.length > 0 ? ` ${offers.join(", ")}.` : ""}${rates}${moved}`;
}

/** Carriers are not asked again: which orders are rated by what they said. */
function ratesWords(byAnswers: number, orders: number): string {
  if (byAnswers === orders) return "Live rates are those the carriers gave when the orders were charged.";
  const some = byAnswers === 1 ? "1 order is" : `${byAnswers} orders are`;
  return `${byAnswers === 0 ? "No order is" : some} rated by what carriers said when it was charged; where nothing is kept of that, live services go by their fallback, before and after.`;
}
