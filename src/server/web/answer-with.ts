import type { IncomingMessage, ServerResponse } from "node:http";
import type { ApiAnswer, ApiCall } from "../api/call";

export type Handler = (call: ApiCall) => Promise<ApiAnswer>;

/** Answers a request of Node's with a handler of the API. */
export async function answerWith(
  handler: Handler,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  const { status, headers, body } = await handler(callOf(request));
  response.writeHead(status, { ...headers, "content-length": Buffer.byteLength(body) });
  response.end(body);
  // an answer before the body was read whole: nobody waits for the rest
  if (!request.complete) request.resume();
}

function callOf(request: IncomingMessage): ApiCall {
  const at = (request.url ?? "").indexOf("?");
  return {
    query: new URLSearchParams(at < 0 ? "" : (request.url ?? "").slice(at + 1)),
    params: {},
    header: (name) => {
      const value = request.headers[name];
      return Array.isArray(value) ? value.join(", ") : value;
    },
    text: (mostBytes) => textOf(request, mostBytes),
  };
}

function textOf(request: IncomingMessage, mostBytes: number): Promise<string | undefined> {
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    let size = 0;
    request.on("data", (part: Buffer) => {
      size += part.length;
      if (size <= mostBytes) parts.push(part);
      else resolve(undefined);
    });
    request.once("end", () => resolve(Buffer.concat(parts).toString("utf8")));
    request.once("error", reject);
    request.once("aborted", () => reject(new Error("the caller has gone")));
  });
}
