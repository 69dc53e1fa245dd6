import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import next from "next";
import { getHealth, getReady } from "../api/health";
import { getMetrics } from "../api/metrics";
import { problemAnswer } from "../api/problem";
import { postQuote } from "../api/quotes";
import { database, ratingDatabase } from "../database";
import { environment } from "../environment";
import { followRevisions } from "../services/follow-revisions";
import { keepForgetting } from "../jobs/forgetting";
import { log, logFailure, logLibrary } from "../log";
import { letGather } from "../metrics/gather";
import { meters } from "../metrics/meters";
import { answerWith, type Handler } from "./answer-with";
import { bodyFault } from "./body-limit";
import { trustOnlyProxies } from "./client-address";
import type { WebSettings } from "./settings";

/** Seconds a request may take to arrive whole; who is slower is cut off. */
const HEADERS_MS = 10_000;
const BODY_MS = 60_000;
const LAST_CALL_MS = 7000;

/**
 * What programs ask many times a second is answered here, without the pages' framework, whose own share of such a call
 * is larger than the call's. The same handlers stand in the framework's routes.
 */
const quick: Readonly<Record<string, Handler>> = {
  "POST /api/v1/quotes": postQuote,
  "GET /api/v1/metrics": getMetrics.answer,
  "GET /api/v1/health": getHealth,
  "GET /api/v1/ready": getReady,
};

/** One of the processes that answer. */
export async function serveWorker(settings: WebSettings): Promise<void> {
  throughOurLog();
  const pages = await preparePages(settings);
  const server = createServer((request, response) => {
    trustOnlyProxies(request.headers, request.socket.remoteAddress ?? "", settings.proxies);
    const fault = bodyFault(request, settings.authSecret);
    if (fault !== undefined) return refuse(response, fault);
    const path = (request.url ?? "").split("?", 1)[0] ?? "";
    const handler = quick[`${request.method ?? ""} ${path}`];
    return void (handler ? answerWith(handler, request, response) : pages(request, response));
  });
  server.headersTimeout = HEADERS_MS;
  server.requestTimeout = BODY_MS;
  server.keepAliveTimeout = 65_000;
  server.listen(settings.port, settings.host);
  meters();
  letGather();
  keepForgetting(database());
  followRevisions(ratingDatabase(), environment().DATABASE_URL);
  process.once("SIGTERM", () => {
    // what is under way is finished
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), LAST_CALL_MS).unref();
  });
  // the one that keeps the processes ends them; a signal to the whole group is not theirs to answer
  for (const signal of ["SIGINT", "SIGHUP"] as const) process.on(signal, () => undefined);
}

type Pages = (request: IncomingMessage, response: ServerResponse) => Promise<void>;

async function preparePages({ host, port }: WebSettings): Promise<Pages> {
  const dir = process.cwd();
  const required = join(dir, ".next", "required-server-files.json");
  const { config } = JSON.parse(readFileSync(required, "utf8")) as { config: object };
  // the build is read as it was made, without the sources' own settings
  process.env.__NEXT_PRIVATE_STANDALONE_CONFIG = JSON.stringify(config);
  const app = next({ dev: false, dir, hostname: host, port });
  await app.prepare();
  return app.getRequestHandler();
}

function refuse(response: ServerResponse, status: 411 | 413): void {
  const { headers, body } = problemAnswer(status);
  response.writeHead(status, { ...headers, connection: "close", "content-length": Buffer.byteLength(body) });
  // the rest of the body is not waited for: a moment for the answer to arrive, then the connection ends
  response.end(body, () => setTimeout(() => response.socket?.destroy(), 500).unref());
}

/** Whatever libraries print becomes lines of our log, one each, without a query's text or values. */
function throughOurLog(): void {
  const say =
    (level: "info" | "warn" | "error") =>
    (...parts: unknown[]) => {
      const text = parts.filter((part): part is string => typeof part === "string").join(" ");
      logLibrary(level, text, ...parts);
    };
  Object.assign(console, { log: say("info"), info: say("info"), warn: say("warn"), error: say("error") });
  process.on("unhandledRejection", (error) => logFailure("a rejection nobody waited for", error));
  process.on("uncaughtException", (error) => {
    logFailure("an error nobody caught", error);
    log().flush();
    process.exit(1);
  });
}
