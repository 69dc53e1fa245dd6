import "server-only";
import { createHash } from "node:crypto";
import { z } from "zod";
import {
  BEING_DONE,
  claimCall,
  dropCall,
  dropCalls,
  keepAnswer,
  type CallRow,
} from "@/db/queries/idempotent-calls";
import { database } from "../database";
import type { ApiAnswer } from "./call";
import type { DoorCall } from "./door";
import { problemAnswer } from "./problem";

const KEPT_MS = 24 * 3_600_000;
/** A call that was begun longer ago died with its process: its name is free. */
const LONGEST_MS = 60_000;
const named = z.string().min(1).max(200);

/**
 * Does a call once for each name its caller gives it (`Idempotency-Key`), within 24 hours: asked again it answers what it
 * answered, 422 where something else is asked under that name, and 409 while it is still being done. What fails on our side is not kept.
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
  const ago = (ms: number) => new Date(by.now.getTime() - ms).toISOString();
  await dropCalls(db, ago(KEPT_MS), ago(LONGEST_MS));
  const before = await claimCall(db, { name, asked, at: by.now.toISOString() });
  if (before) return answerAgain(before, asked);
  try {
    const answer = await run();
    if (answer.status < 500) await keepAnswer(db, name, answer);
    else await dropCall(db, name);
    return answer;
  } catch (error) {
    await dropCall(db, name);
    throw error;
  }
}

function answerAgain(before: CallRow, asked: string): ApiAnswer {
  if (before.asked !== asked)
    return problemAnswer(422, { detail: "Something else was asked under this Idempotency-Key." });
  if (before.status === BEING_DONE)
    return problemAnswer(409, { detail: "This call is being done. Ask again in a moment." });
  const { status, headers, body } = before;
  return { status, headers: headers as Record<string, string>, body };
}
