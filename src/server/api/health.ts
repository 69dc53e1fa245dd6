import "server-only";
import type { HealthAnswer } from "@/contracts/problem-document";
import { readStamps } from "@/db/queries/setup";
import { ratingDatabase } from "../database";
import { jsonAnswer, type ApiAnswer } from "./call";

/** The process is alive. */
export async function getHealth(): Promise<ApiAnswer> {
  const body: HealthAnswer = { status: "ok" };
  return Promise.resolve(jsonAnswer(body));
}

/** The process can do its work: the database answers. */
export async function getReady(): Promise<ApiAnswer> {
  try {
    const body: HealthAnswer = { status: "ok", stamp: (await readStamps(ratingDatabase())).stamp };
    return jsonAnswer(body);
  } catch {
    const body: HealthAnswer = { status: "unavailable" };
    return jsonAnswer(body, { status: 503, headers: { "retry-after": "2" } });
  }
}
