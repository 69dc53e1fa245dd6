const names: Readonly<Record<string, string>> = {
  replay: "Replay of orders",
  rerate: "Open orders rated anew",
  "charge-orders": "Orders rated and charged",
  "confirm-orders": "Orders confirmed",
  "take-bill": "A carrier's bill imported",
  "cheaper-services": "Shipments over all services",
  "next-table": "A new table over past shipments",
};

/** What a piece of long work is called. */
export function jobName(kind: string): string {
  return names[kind] ?? kind;
}

const failures: Readonly<Record<string, string>> = {
  "given-up": "It was begun three times and nobody came to its end. Start it again.",
  "no-business": "No business is set up yet.",
  "draft-unreadable": "The draft can't be rated as it is: look at the checks.",
  "edition-gone": "The edition is no longer in the draft.",
  "bill-known": "A bill of this carrier with this number is here already.",
  invalid: "What was sent is no bill.",
  "not-found": "The carrier is no longer there.",
  "unknown-work": "This version does not know this work.",
  fault: "Something went wrong here; it is in the log. Start it again.",
};

/** Why a piece of long work failed. */
export function jobFailure(code: string): string {
  return failures[code] ?? failures.fault ?? code;
}
