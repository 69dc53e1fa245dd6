import "server-only";
import { randomUUID } from "node:crypto";
import type { z } from "zod";
import { parseWith } from "@/core/setup/parse-setup";
import { now } from "../clock";
import { database } from "../database";
import { log } from "../log";
import { findApiKey, type ApiKey } from "../services/api-keys";
import { secondsToWait } from "./limiter";
import { problemResponse, statusOf } from "./problem";

const MOST_BYTES = 2_000_000;

interface Endpoint<T> {
  readonly scope: string;
  readonly body: z.ZodType<T>;
  readonly handle: (body: T, key: ApiKey) => Promise<Response>;
}

/** Wraps a call of the API: who calls, may they, is the body well formed; then the call; nothing thrown gets out. */
export function endpoint<T>({ scope, body, handle }: Endpoint<T>): (request: Request) => Promise<Response> {
  return async (request) => {
    try {
      const key = await caller(request, scope);
      if (key instanceof Response) return key;
      const text = await bodyText(request);
      if (text instanceof Response) return text;
      let json: unknown;
      try {
        json = JSON.parse(text);
      } catch {
        return problemResponse(400, { problems: [{ code: "bad-json", path: "", data: {} }] });
      }
      const parsed = parseWith(body, json);
      return parsed.ok
        ? await handle(parsed.value, key)
        : problemResponse(statusOf(parsed.problems), { problems: parsed.problems });
    } catch (error) {
      const id = randomUUID();
      log().error({ id, err: error }, "an API call failed");
      return problemResponse(500, { detail: `Report this number: ${id}` });
    }
  };
}

async function caller(request: Request, scope: string): Promise<ApiKey | Response> {
  const [kind, secret] = (request.headers.get("authorization") ?? "").split(" ");
  const at = now();
  const key =
    kind?.toLowerCase() === "bearer" && secret ? await findApiKey(database(), secret, at) : undefined;
  if (!key) return problemResponse(401, { headers: { "www-authenticate": "Bearer" } });
  if (!key.scopes.includes(scope)) return problemResponse(403, { detail: `The scope “${scope}” is needed.` });
  const wait = secondsToWait(key.id, at.getTime());
  return wait > 0 ? problemResponse(429, { headers: { "retry-after": String(wait) } }) : key;
}

/** The body as text, read no further than the limit. */
async function bodyText(request: Request): Promise<string | Response> {
  const tooLarge = () => problemResponse(413, { detail: `At most ${MOST_BYTES} bytes.` });
  if (Number(request.headers.get("content-length") ?? 0) > MOST_BYTES) return tooLarge();
  const reader = request.body?.getReader();
  if (!reader) return "";
  const parts: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return Buffer.concat(parts).toString("utf8");
    size += value.length;
    if (size > MOST_BYTES) return tooLarge();
    parts.push(value);
  }
}
