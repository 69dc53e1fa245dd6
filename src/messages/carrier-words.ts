const outcomes: Readonly<Record<string, string>> = {
  answered: "answered",
  "answered-in-part": "answered, but not about every service",
  late: "no answer in time",
  "sign-in": "refused the sign-in",
  malformed: "answered what could not be read",
  unavailable: "not available",
  "rate-limited": "asked for a pause",
  "refused-address": "not called: its address leads inside the network",
  "left-alone": "not asked: it had failed five times in a row",
  paused: "not asked: it had asked for a pause",
  full: "not asked: too many calls were waiting",
  "no-time": "not asked in time",
  beyond: "not asked: the order has more shipments to ask about than one quote may",
};

/** What came of asking a carrier, in a few words. */
export function outcomeWords(outcome: string): string {
  return outcomes[outcome] ?? outcome;
}

interface Asked {
  readonly at?: string;
  readonly ms?: number;
}

/** When a carrier was asked and how long that took: "on 2026-11-27 at 10:15:02 UTC, after 84 ms". */
export function askedWords({ at = "", ms }: Asked): string {
  const took = ms === undefined ? "" : `, after ${ms} ms`;
  return `on ${at.slice(0, 10)} at ${at.slice(11, 19)} UTC${took}`;
}

/** Why a carrier gives no rate, with its own words where it has some. */
export function failureWords({
  connection,
  failed,
  said,
  ...asked
}: Asked & { readonly connection: string; readonly failed?: string; readonly said?: string }): string {
  if (failed === undefined) return `${connection} gives no rate now`;
  const own = said === undefined ? "" : ` (“${said}”)`;
  return `${connection}: ${outcomeWords(failed)}${own}, ${askedWords(asked)}`;
}

/** Whether it was an answer. */
export function isAnswered(outcome: string): boolean {
  return outcome === "answered" || outcome === "answered-in-part";
}
