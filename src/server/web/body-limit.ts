import { createHmac, timingSafeEqual } from "node:crypto";
import type { IncomingMessage } from "node:http";

/** Bytes of a body that anybody may send: a sign-in, a link that is taken up. */
export const MOST_ANONYMOUS = 32_000;
/** A call of the API with a key; who calls is looked at before the body is read. */
export const MOST_API = 2_000_000;
/** An action of somebody signed in: a pasted block of 50,000 zone entries, or a file of items. */
export const MOST_SIGNED_IN = 24_000_000;

const cookieNames = ["better-auth.session_token", "__Secure-better-auth.session_token"];

/** How large a request's body may be, by who sends it. The one place that says so. */
export function bodyLimit(request: IncomingMessage, authSecret: string): number {
  if (request.url?.startsWith("/api/v1/")) return MOST_API;
  return hasSession(request.headers.cookie ?? "", authSecret) ? MOST_SIGNED_IN : MOST_ANONYMOUS;
}

/** What is wrong with the body a request announces, as a status; nothing for one that may be read. */
export function bodyFault(request: IncomingMessage, authSecret: string): 411 | 413 | undefined {
  const { "content-length": length, "transfer-encoding": encoding } = request.headers;
  if (length === undefined) return encoding === undefined ? undefined : 411;
  return Number(length) > bodyLimit(request, authSecret) ? 413 : undefined;
}

/**
 * Whether a session's cookie was given out here, by its signature alone: no question to the database, so that a crowd of
 * forged ones costs nothing. Whether the session still stands is looked at where something is done.
 */
export function hasSession(cookies: string, secret: string): boolean {
  return cookies
    .split(";")
    .map((part) => part.trim())
    .some((part) => {
      const at = part.indexOf("=");
      return cookieNames.includes(part.slice(0, at)) && isSigned(part.slice(at + 1), secret);
    });
}

/** The sign-in library's signed cookies: the value, a point, and its HMAC-SHA256 in base64, all of it escaped. */
function isSigned(cookie: string, secret: string): boolean {
  try {
    const text = decodeURIComponent(cookie);
    const at = text.lastIndexOf(".");
    if (at < 1) return false;
    const given = Buffer.from(text.slice(at + 1), "base64");
    const right = createHmac("sha256", secret).update(text.slice(0, at)).digest();
    return given.length === right.length && timingSafeEqual(given, right);
  } catch {
    return false;
  }
}
