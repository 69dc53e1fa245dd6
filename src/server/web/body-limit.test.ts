import { createHmac } from "node:crypto";
import type { IncomingMessage } from "node:http";
import { bodyFault, MOST_ANONYMOUS, MOST_API, MOST_SIGNED_IN } from "./body-limit";

const secret = "s".repeat(32);
const cookie = (value: string, key = secret) =>
  `theme=dark; better-auth.session_token=${encodeURIComponent(
    `${value}.${createHmac("sha256", key).update(value).digest("base64")}`,
  )}`;
const fault = (url: string, headers: Record<string, string>) =>
  bodyFault({ url, headers } as unknown as IncomingMessage, secret);
const sized = (bytes: number, more: Record<string, string> = {}) => ({
  "content-length": String(bytes),
  ...more,
});

test.each([
  ["nobody, a small body", "/orders", sized(MOST_ANONYMOUS), undefined],
  ["nobody, a larger one", "/orders", sized(MOST_ANONYMOUS + 1), 413],
  [
    "a cookie of their own making",
    "/orders",
    sized(MOST_ANONYMOUS + 1, { cookie: "better-auth.session_token=a.b" }),
    413,
  ],
  [
    "a cookie signed with another key",
    "/orders",
    sized(MOST_ANONYMOUS + 1, { cookie: cookie("t", "x") }),
    413,
  ],
  ["a session of ours", "/orders", sized(MOST_SIGNED_IN, { cookie: cookie("t") }), undefined],
  ["a session of ours, too large", "/orders", sized(MOST_SIGNED_IN + 1, { cookie: cookie("t") }), 413],
  ["the API", "/api/v1/quotes", sized(MOST_API), undefined],
  ["the API, too large", "/api/v1/quotes", sized(MOST_API + 1), 413],
  ["no length, in pieces", "/orders", { "transfer-encoding": "chunked" }, 411],
  ["no body", "/orders", {}, undefined],
] as const)("%s", (_, url, headers, status) => {
  expect(fault(url, headers)).toBe(status);
});
