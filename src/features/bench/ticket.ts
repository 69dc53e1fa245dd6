import type { TrialRow } from "@/core/bench/bench";
import type { OfferPair } from "@/core/bench/compare-quotes";

/** A trial in two lines: one offer's charge before and after, and how it went. */
export interface Ticket {
  readonly id: string;
  readonly name: string;
  /** Of its figures; "" where there are none. */
  readonly currency: string;
  readonly before: string;
  readonly after: string;
  /** "same", "▲2.50", "▼1.00", "withheld now", "given now". */
  readonly change: string;
  readonly isChanged: boolean;
  /** Whether the change is for the worse or the better of the customer's charge; neither where it is the same. */
  readonly tone: "up" | "down" | "lost" | "same";
  /** Whether another offer of the trial changed. */
  readonly othersChanged: number;
  readonly failed: number;
}

/** What of a trial stands on its ticket. */
export function ticketOf(row: TrialRow, ofPage: string | undefined): Ticket {
  const blank = {
    id: row.id,
    name: "",
    currency: "currency" in row ? row.currency : "",
    before: "",
    othersChanged: 0,
    failed: 0,
  };
  if ("problems" in row)
    return { ...blank, after: "can't be rated", change: "", isChanged: false, tone: "lost" };
  const failed = row.verdicts.filter(({ met }) => !met).length;
  const pair = shownOffer(row, ofPage);
  const othersChanged = row.offers.filter((one) => one.isChanged && one !== pair).length;
  if (!pair)
    return {
      ...blank,
      after: "no offer",
      change: "",
      isChanged: othersChanged > 0,
      tone: "same",
      othersChanged,
      failed,
    };
  const before = figureText(pair.before);
  const after = figureText(pair.after);
  const isMoney = [before, after].some((text) => /^\d/.test(text));
  return {
    ...blank,
    name: pair.name,
    currency: isMoney ? blank.currency : "",
    before,
    after,
    ...changeOf(pair),
    othersChanged,
    failed,
  };
}

/** The offer a trial is shown by: the page's; else the chosen one unless another changed and it did not. */
export function shownOffer(
  { offers, chosen, chosenBefore }: Extract<TrialRow, { readonly verdicts: unknown }>,
  ofPage: string | undefined,
): OfferPair | undefined {
  const of = (code: string | undefined) => offers.find(({ offer }) => offer === code);
  const usual = of(chosen) ?? of(chosenBefore);
  const changed = usual?.isChanged ? usual : offers.find(({ isChanged }) => isChanged);
  return of(ofPage) ?? changed ?? usual ?? offers[0];
}

/** An offer's charge, or that it is free or not given. */
export function figureText(side: OfferPair["before"]): string {
  if (!side) return "none";
  if ("withheld" in side) return "withheld";
  return side.free ? "free" : side.charge;
}

function changeOf({
  before,
  after,
  more,
  isChanged,
}: OfferPair): Pick<Ticket, "change" | "isChanged" | "tone"> {
  if (!isChanged) return { change: "same", isChanged: false, tone: "same" };
  if (!more) {
    const lost = !after || "withheld" in after;
    const had = before !== undefined && !("withheld" in before);
    if (lost && !had) return { change: "another reason", isChanged: true, tone: "same" };
    return lost
      ? { change: "withheld now", isChanged: true, tone: "lost" }
      : { change: "given now", isChanged: true, tone: "up" };
  }
  if (more.charge === "0")
    return {
      change: more.cost === "0" ? "other promise" : "same charge, other cost",
      isChanged: true,
      tone: "same",
    };
  return more.charge.startsWith("−")
    ? { change: `▼${more.charge.slice(1)}`, isChanged: true, tone: "down" }
    : { change: `▲${more.charge.slice(1)}`, isChanged: true, tone: "up" };
}
