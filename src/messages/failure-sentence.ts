const words: Readonly<Record<string, string>> = {
  "not-signed-in": "You are signed out. Sign in again in another tab, then try once more.",
  forbidden: "Your role does not allow this.",
  conflict: "Someone else has changed this meanwhile. It is shown as it is now; try once more.",
  "not-found": "This is not there any more.",
  "last-admin": "This is the last administrator who can sign in: make somebody else one first.",
  "known-person": "Somebody with this e-mail is here already.",
  unavailable: "Nothing was stored: the server can't reach its data. Try once more.",
  unreachable: "Nothing was stored: the server does not answer. Try once more.",
  invalid: "This does not fit.",
};

/** Why something did not happen, in one sentence. */
export function failureSentence(code: string): string {
  return words[code] ?? "Nothing was stored. Try once more.";
}
