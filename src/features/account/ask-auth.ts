import { refusal, unreachable, type Answer, type Refusal } from "@/messages/answer";

/** What the sign-in library calls things, in ours. */
const refusals: Readonly<Record<string, Refusal>> = {
  INVALID_PASSWORD: refusal("wrong-password", {}),
  PASSWORD_TOO_SHORT: refusal("weak-password", { why: "short" }),
  PASSWORD_TOO_LONG: refusal("weak-password", { why: "long" }),
  COMMON_PASSWORD: refusal("weak-password", { why: "common" }),
  OWN_PASSWORD: refusal("weak-password", { why: "own" }),
  INVALID_CODE: refusal("wrong-code", {}),
  INVALID_BACKUP_CODE: refusal("wrong-spare-code", {}),
  INVALID_EMAIL_OR_PASSWORD: refusal("sign-in-refused", {}),
  INVALID_TWO_FACTOR_COOKIE: refusal("sign-in-over", {}),
};

/** Seconds to wait when the answer does not say. */
const WAIT = 60;

/** Asks the sign-in library for something, and words what went wrong. */
export async function askAuth(
  path: string,
  body: Readonly<Record<string, unknown>>,
): Promise<Answer<Readonly<Record<string, unknown>>>> {
  const answer = await fetch(`/api/auth${path}`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  }).catch(() => undefined);
  if (!answer) return unreachable;
  const value = ((await answer.json().catch(() => undefined)) ?? {}) as Record<string, unknown>;
  if (answer.ok) return { ok: true, value };
  if (answer.status === 429)
    return refusal("too-many-tries", { seconds: Number(answer.headers.get("retry-after")) || WAIT });
  return (
    refusals[String(value.code)] ??
    (answer.status === 401 ? refusal("sign-in-refused", {}) : refusal("unavailable", {}))
  );
}
