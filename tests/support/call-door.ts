import type { ApiAnswer } from "@/server/api/call";
import type { Method } from "@/server/api/doors";

/** What a process is told that works on a database. */
export const settingsOn = (url: string) => ({
  DATABASE_URL: url,
  AUTH_SECRET: "x".repeat(32),
  SECRETS_KEY: "x".repeat(32),
  WALLODROM_URL: "http://127.0.0.1",
});

/** Has the doors of this process open onto a database; before they are first asked. */
export function doorsOn(url: string): void {
  Object.assign(process.env, settingsOn(url), { LOG_LEVEL: "silent" });
}

interface Asked {
  readonly key?: string;
  readonly query?: Record<string, string>;
  readonly params?: Record<string, string>;
  readonly headers?: Record<string, string>;
  readonly body?: unknown;
}

/** Asks a door of the API as a program does; without a key as the demo's that may do everything. */
export async function callDoor(method: Method, path: string, asked: Asked = {}) {
  const { doors } = await import("@/server/api/doors");
  const { key = "wd_demo_everything", query = {}, params = {}, headers = {}, body } = asked;
  const text = body === undefined ? "" : typeof body === "string" ? body : JSON.stringify(body);
  const answer: ApiAnswer = await doors[path]![method]!.answer({
    query: new URLSearchParams(query),
    params,
    header: (name) => (name === "authorization" ? `Bearer ${key}` : headers[name]),
    text: (most) => Promise.resolve(Buffer.byteLength(text) > most ? undefined : text),
  });
  return {
    status: answer.status,
    headers: answer.headers,
    text: answer.body,
    body: (answer.body.startsWith("{") ? JSON.parse(answer.body) : {}) as Record<string, unknown>,
  };
}
