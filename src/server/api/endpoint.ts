import "server-only";
import { randomUUID } from "node:crypto";
import type { z } from "zod";
import { readRequest } from "@/core/setup/parse-setup";
import { now } from "../clock";
import { ratingDatabase } from "../database";
import { isDatabaseAway } from "../database-away";
import { logFailure } from "../log";
import { admit, type Admitted } from "./admission";
import type { ApiAnswer, ApiCall } from "./call";
import { problemAnswer, statusOf } from "./problem";

const MOST_BYTES = 2_000_000;
/** Seconds after which a caller may ask again when the database is away. */
const RETRY_AFTER = "2";

interface Endpoint<T> {
  readonly scope: string;
  readonly body: z.ZodType<T>;
  readonly handle: (body: T, admitted: Admitted) => Promise<ApiAnswer>;
}

/**
 * Wraps a call of the API: who calls, may they, is the body well formed; then the call; nothing thrown gets out. The body
 * of somebody who may not call is not read.
 */
export function endpoint<T>({ scope, body, handle }: Endpoint<T>): (call: ApiCall) => Promise<ApiAnswer> {
  return async (call) => {
    try {
      const admitted = await admit(ratingDatabase(), call.header("authorization"), scope, now());
      if ("status" in admitted) return admitted;
      const text = await call.text(MOST_BYTES);
      if (text === undefined) return problemAnswer(413, { detail: `At most ${MOST_BYTES} bytes.` });
      const parsed = readRequest(body, readJson(text));
      return parsed.ok
        ? await handle(parsed.value, admitted)
        : problemAnswer(statusOf(parsed.problems), { problems: parsed.problems });
    } catch (error) {
      if (error instanceof SyntaxError)
        return problemAnswer(400, { problems: [{ code: "bad-json", path: "", data: {} }] });
      const id = randomUUID();
      logFailure("an API call failed", error, { id });
      return isDatabaseAway(error)
        ? problemAnswer(503, {
            detail: "The data can't be reached just now.",
            headers: { "retry-after": RETRY_AFTER },
          })
        : problemAnswer(500, { detail: `Report this number: ${id}` });
    }
  };
}

/** Throws `SyntaxError` for what is no JSON. */
function readJson(text: string): unknown {
  return JSON.parse(text);
}
