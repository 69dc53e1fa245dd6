import "server-only";
import { log } from "../log";
import { auth, openPaths } from "./auth";

const BASE = "/api/auth";
const MOST_BYTES = 4096;

const notThere = () => new Response(null, { status: 404, headers: noStore });
const noStore = { "cache-control": "no-store" };

/** The sign-in library's answer, at the few addresses the product uses; small bodies alone are read. */
export async function answerAuth(request: Request): Promise<Response> {
  const path = new URL(request.url).pathname.slice(BASE.length);
  if (!openPaths.has(path)) return notThere();
  const text = await request.text();
  if (text.length > MOST_BYTES) return new Response(null, { status: 413, headers: noStore });
  // texts the database can't store are nobody's name or password
  if (text.includes("\\u0000") || text.includes("\0"))
    return Response.json({ code: "INVALID_BODY" }, { status: 400, headers: noStore });
  const asked = new Request(request.url, { method: "POST", headers: request.headers, body: text });
  const answer = await auth().handler(asked);
  if (answer.status >= 500) log().error({ path, status: answer.status }, "signing in failed");
  answer.headers.set("cache-control", "no-store");
  return answer;
}
