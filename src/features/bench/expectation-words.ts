import type { Verdict } from "@/core/bench/judge";
import type { Expectation } from "@/core/bench/trial";

/** An expectation as a sentence. */
export function expectationWords(expectation: Expectation, offer: string, currency: string): string {
  if ("is" in expectation) return `${offer} is ${expectation.is}`;
  if ("costBelow" in expectation) return `${offer} costs us less than ${expectation.costBelow} ${currency}`;
  const [low, high] = expectation.charge;
  return low === high
    ? `${offer} charges ${low} ${currency}`
    : `${offer} charges ${low} to ${high} ${currency}, both included`;
}

/** What came instead. */
export function gotWords({ got }: Verdict, currency: string): string {
  if (got === "absent") return "the channel does not have it";
  return typeof got === "string" ? `it is ${got}` : `${got.figure} ${currency}`;
}
