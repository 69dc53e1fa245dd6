import "server-only";
import type { HealthAnswer } from "@/contracts/problem-document";
import { readStamp } from "@/db/queries/setup";
import { database } from "../database";

/** The process is alive. */
export function getHealth(): Response {
  const body: HealthAnswer = { status: "ok" };
  return Response.json(body);
}

/** The process can do its work: the database answers. */
export async function getReady(): Promise<Response> {
  try {
    const body: HealthAnswer = { status: "ok", stamp: await readStamp(database()) };
    return Response.json(body);
  } catch {
    const body: HealthAnswer = { status: "unavailable" };
    return Response.json(body, { status: 503 });
  }
}
