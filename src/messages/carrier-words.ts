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
};

/** What came of asking a carrier, in a few words. */
export function outcomeWords(outcome: string): string {
  return outcomes[outcome] ?? outcome;
}

/** Whether it was an answer. */
export function isAnswered(outcome: string): boolean {
  return outcome === "answered" || outcome === "answered-in-part";
}
