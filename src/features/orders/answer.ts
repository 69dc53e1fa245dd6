/** What a change of an order comes back with. */
export type OrderAnswer = { readonly ok: true } | { readonly ok: false; readonly text: string };

const words: Readonly<Record<string, string>> = {
  "not-signed-in": "You are signed out. Sign in again in another tab, then try once more.",
  forbidden: "Your role may look, not change.",
  conflict: "Someone else has changed this order meanwhile. It is shown as it is now; try once more.",
  locked: "The order is confirmed and locked.",
  "not-found": "This is not there any more.",
  unavailable: "This was not stored: the server can't reach its data. Try once more.",
  unreachable: "This was not stored: the server does not answer. Try once more.",
  unreadable: "This can't be read.",
  invalid: "This does not fit.",
};

/** One sentence for a change that failed. */
export function orderFailure(code: string): string {
  return words[code] ?? "This was not stored. Try once more.";
}
