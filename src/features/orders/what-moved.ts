import type { WordedOffer } from "@/messages/word-quote";

/** A charge line as it was applied and as it would be now; the other side's is absent where there is none. */
export interface MovedLine {
  readonly name: string;
  readonly before: string | undefined;
  readonly now: string | undefined;
}

/** A step of the working that says something else now. */
export interface MovedStep {
  readonly before: string | undefined;
  readonly now: string | undefined;
}

export interface Moved {
  readonly lines: readonly MovedLine[];
  readonly cost: MovedLine;
  readonly steps: readonly MovedStep[];
}

/** More steps than these are not read by anybody: those that decide come first in a working. */
const MOST_STEPS = 8;

/** What of an applied offer is otherwise now: its charge lines side by side, and the steps that made the difference. */
export function whatMoved(before: WordedOffer, now: WordedOffer): Moved {
  return {
    lines: pairs(before.chargeLines, now.chargeLines, ({ type, name }) => `${type} ${name}`).map(
      ([was, is]) => ({
        name: (is ?? was)?.name ?? "",
        before: was?.net,
        now: is?.net,
      }),
    ),
    cost: { name: "We pay", before: before.cost, now: now.cost },
    steps: pairs(stepsOf(before), stepsOf(now), nameOf)
      .filter(([was, is]) => was?.text !== is?.text)
      .slice(0, MOST_STEPS)
      .map(([was, is]) => ({ before: was?.text, now: is?.text })),
  };
}

type Step = NonNullable<WordedOffer["working"]>[number];

function stepsOf({ working, parts = [] }: WordedOffer): readonly Step[] {
  return working ?? parts.flatMap(stepsOf);
}

/** Steps of one kind, of one shipment, from one value of the setup belong together. */
const nameOf = ({ code, shipment, source }: Step) => JSON.stringify([code, shipment ?? null, source ?? null]);

/** Of two lists what is called the same, the first to the first; what only one has stands alone. In the order of the second, then what is gone. */
function pairs<T>(
  before: readonly T[],
  now: readonly T[],
  called: (one: T) => string,
): readonly (readonly [T | undefined, T | undefined])[] {
  const left = new Map<string, T[]>();
  for (const one of before) left.set(called(one), [...(left.get(called(one)) ?? []), one]);
  const found = now.map((is) => [left.get(called(is))?.shift(), is] as const);
  return [...found, ...[...left.values()].flat().map((was) => [was, undefined] as const)];
}
