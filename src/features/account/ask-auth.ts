/** What the sign-in library answers: its data, or what to tell. */
export type AuthAnswer =
  | { readonly ok: true; readonly data: Readonly<Record<string, unknown>> }
  | { readonly ok: false; readonly text: string };

const words: Readonly<Record<string, string>> = {
  INVALID_PASSWORD: "This is not your password.",
  PASSWORD_TOO_SHORT: "A password has at least 10 signs.",
  PASSWORD_TOO_LONG: "A password has at most 200 signs.",
  INVALID_CODE: "This code does not fit. Codes change every 30 seconds.",
  INVALID_BACKUP_CODE: "This spare code does not fit, or was used.",
  INVALID_EMAIL_OR_PASSWORD: "E-mail and password do not belong together.",
  INVALID_TWO_FACTOR_COOKIE: "The sign-in has run out. Begin again.",
};
const byStatus: Readonly<Record<number, string>> = {
  401: "E-mail and password do not belong together.",
  429: "Too many tries. Wait a minute, then try again.",
};

/** Asks the sign-in library for something, and words what went wrong. */
export async function askAuth(path: string, body: Readonly<Record<string, unknown>>): Promise<AuthAnswer> {
  const answer = await fetch(`/api/auth${path}`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  }).catch(() => undefined);
  const data = ((await answer?.json().catch(() => undefined)) ?? {}) as Record<string, unknown>;
  if (answer?.ok) return { ok: true, data };
  const text = words[String(data.code)] ?? byStatus[answer?.status ?? 0];
  return { ok: false, text: text ?? "The server does not answer. Try again in a moment." };
}
