import type { AdapterReply, RateFailure } from "@/contracts/carrier-rates";

type Good = Extract<AdapterReply, { readonly ok: true }>;

const MOST_WAIT_S = 3600;
const MOST_SAID = 200;

/** A fault with what was wrong, cut to a few words. */
export function faulty(fault: RateFailure["fault"], said?: string): RateFailure {
  return { fault, ...(said === undefined || said === "" ? {} : { said: said.slice(0, MOST_SAID) }) };
}

/**
 * What a reply's status says before its body is looked at: the reply where it holds an answer, else why it does not. By the
 * meanings of RFC 9110 (401, 403, 429, 503 and `Retry-After`).
 */
export function goodReply(reply: AdapterReply): Good | RateFailure {
  if (!reply.ok) return faulty(reply.why === "unreachable" ? "unavailable" : reply.why);
  const { status } = reply;
  if (status === 401 || status === 403) return faulty("sign-in", `status ${status}`);
  if (status === 429) return { ...faulty("rate-limited", "status 429"), waitS: waitOf(reply) };
  if (status >= 200 && status < 300) return reply;
  // a redirect is not followed: where it leads was not looked at
  return status >= 300 && status < 500
    ? faulty("malformed", `status ${status}`)
    : { ...faulty("unavailable", `status ${status}`), ...(status === 503 ? { waitS: waitOf(reply) } : {}) };
}

/** Seconds to wait as a carrier says them; one where it says nothing that can be read. */
function waitOf({ header }: Good): number {
  const text = header("retry-after") ?? "";
  return /^\d{1,6}$/.test(text) ? Math.min(MOST_WAIT_S, Math.max(1, Number(text))) : 1;
}

/** A body as JSON; `undefined` for what is none. */
export function jsonIn({ body }: Good): unknown {
  try {
    return JSON.parse(body) as unknown;
  } catch {
    return undefined;
  }
}
