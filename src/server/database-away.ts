/** What Node and PostgreSQL say of a server that is not there, is starting, is ending, or has no connection left. */
const awayCodes = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "ETIMEDOUT",
  "EPIPE",
  "57P01",
  "57P02",
  "57P03",
  "53300",
  "08006",
  "08001",
  "08003",
]);

/** Whether something failed because the database can't be reached, so that trying again makes sense. */
export function isDatabaseAway(error: unknown): boolean {
  for (let at: unknown = error, depth = 0; at instanceof Error && depth < 5; at = at.cause, depth++) {
    if ("code" in at && typeof at.code === "string" && awayCodes.has(at.code)) return true;
    // the pool's own words: it has no codes
    if (/^(timeout exceeded when trying to connect|Connection terminated)/.test(at.message)) return true;
    if (at instanceof AggregateError && at.errors.some(isDatabaseAway)) return true;
  }
  return false;
}
