import "server-only";
import { createHash } from "node:crypto";
import { z } from "zod";
import { dropCallsBefore, keepCall, readCall } from "@/db/queries/idempotent-calls";
import { database } from "../database";
import type { ApiAnswer } from "./call";
import type { DoorCall } from "./door";
import { problemAnswer } from "./problem";

const HOURS = 24;
const named = z.string().min(1).max(200);

/**
 * Does a call once for each name its caller gives it (`Idempotency-Key`), within 24 hours: asked again it answers what it
 * answered, and 422 where something else is asked under that name. What fails on our side is not kept.
 */
export async function once(
  {
    header,
    admitted,
    body,
    query,
    by,
  }: Pick<DoorCall<unknown, unknown>, "header" | "admitted" | "body" | "query" | "by">,
  run: () => Promise<ApiAnswer>,
): Promise<ApiAnswer> {
  const key = header("idempotency-key");
  if (key === undefined) return run();
  if (!named.safeParse(key).success)
    return problemAnswer(400, { detail: "An Idempotency-Key has 1 to 200 characters." });
  const db = database();
  const name = `${admitted.keyId} ${key}`;
  const asked = createHash("sha256")
    .update(JSON.stringify([body, query]))
    .digest("hex");
  const since = new Date(by.now.getTime() - HOURS * 3_600_000).toISOString();
  const before = await readCall(db, name, since);
  if (before)
    return before.asked === asked
      ? { status: before.status, headers: before.headers as Record<string, string>, body: before.body }
      : problemAnswer(422, { detail: "Something else was asked under this Idempotency-Key." });
  const answer = await run();
  if (answer.status < 500) {
    await keepCall(db, { name, asked, ...answer, at: by.now.toISOString() });
    await dropCallsBefore(db, since);
  }
  return answer;
}
