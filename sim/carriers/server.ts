import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { amberway } from "./amberway";
import { Faults, faultKinds, faultWords, isFaultKind, type FaultKind } from "./faults";
import { seeded } from "../seeded";
import { latency } from "./latency";
import { page } from "./page";
import { json, type Received, type Reply, type StandIn } from "./received";
import { stonepier } from "./stonepier";
import { ternwing } from "./ternwing";

const standIns: readonly StandIn[] = [ternwing, stonepier, amberway];
const KEPT = 2000;
const SLOW_MS = 3000;
const HUGE = 4_000_000;

export interface StandInOptions {
  readonly seed: number;
  /** Whether answers take as long as those of real systems do. */
  readonly isPrompt?: boolean;
}

/** Three invented carriers' systems on one port of this machine, each below its own name. */
export interface StandIns {
  readonly url: string;
  readonly faults: Faults;
  /** The last shipments as they were understood, the newest last. */
  readonly received: Received[];
  /** How many calls each has had, those that met a fault too. */
  readonly calls: Map<string, number>;
  readonly stop: () => Promise<void>;
}

export async function startStandIns(
  port: number,
  { seed, isPrompt = false }: StandInOptions,
): Promise<StandIns> {
  const faults = new Faults();
  const received: Received[] = [];
  const calls = new Map<string, number>();
  const random = seeded(seed);
  const server = createServer((call, answer) => {
    void handle(call, answer).catch(() => answer.destroy());
  });
  const handle = async (call: IncomingMessage, answer: ServerResponse) => {
    const body = await bodyOf(call);
    const path = (call.url ?? "/").split("?")[0] ?? "/";
    const standIn = standIns.find(({ code }) => path.startsWith(`/${code}/`));
    if (!standIn) return send(answer, control(call.method ?? "GET", path, body, { faults, calls }));
    calls.set(standIn.code, (calls.get(standIn.code) ?? 0) + 1);
    if (!isPrompt) await wait(latency(random));
    const fault = faults.next(standIn.code);
    if (await met(fault, call, answer)) return;
    const answered = standIn.answer({
      method: call.method ?? "GET",
      path: path.slice(standIn.code.length + 1),
      header: (name) => call.headers[name]?.toString(),
      body,
    });
    received.push(...answered.received);
    received.splice(0, Math.max(0, received.length - KEPT));
    send(answer, answered.reply);
  };
  await new Promise<void>((listening) => server.listen(port, "127.0.0.1", listening));
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    faults,
    received,
    calls,
    stop: () => stop(server),
  };
}

async function bodyOf(call: IncomingMessage): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of call) parts.push(part as Buffer);
  return Buffer.concat(parts).toString("utf8");
}

function send(answer: ServerResponse, { status, headers = {}, body }: Reply): void {
  answer.writeHead(status, headers).end(body);
}

const wait = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

/** Has a call meet a fault; whether that was all it met. */
async function met(
  fault: FaultKind | undefined,
  call: IncomingMessage,
  answer: ServerResponse,
): Promise<boolean> {
  switch (fault) {
    case undefined:
      return false;
    case "slow":
      await wait(SLOW_MS);
      return false;
    case "hangs":
      return true;
    case "resets":
      call.socket.resetAndDestroy();
      return true;
    default:
      send(answer, faultReply(fault));
      return true;
  }
}

function faultReply(fault: Exclude<FaultKind, "slow" | "hangs" | "resets">): Reply {
  switch (fault) {
    case "error":
      return { status: 500, body: "Something broke." };
    case "malformed":
      return {
        status: 200,
        headers: { "content-type": "application/json" },
        body: '{"products":[{"product":',
      };
    case "huge":
      return { status: 200, body: "x".repeat(HUGE) };
    case "refuses":
      return { status: 422, body: "No service." };
    case "rate-limited":
      return { status: 429, headers: { "retry-after": "5" }, body: "Slow down." };
    case "sign-in":
      return { status: 401, body: "Who is this?" };
    case "maintenance":
      return { status: 503, headers: { "retry-after": "60" }, body: "Back soon." };
    case "redirects":
      return { status: 302, headers: { location: "http://169.254.169.254/" }, body: "" };
  }
}

/** The page and the API that switch faults on and off: `PUT /faults/{carrier}` with a list of their names. */
function control(
  method: string,
  path: string,
  body: string,
  { faults, calls }: { readonly faults: Faults; readonly calls: ReadonlyMap<string, number> },
): Reply {
  const told = standIns.map(({ code, name, habit }) => ({
    code,
    name,
    habit,
    faults: faults.of(code),
    calls: calls.get(code) ?? 0,
  }));
  if (method === "GET" && path === "/")
    return {
      status: 200,
      headers: { "content-type": "text/html; charset=utf-8" },
      body: page(
        told,
        faultKinds.map((kind) => ({ kind, words: faultWords[kind] })),
      ),
    };
  if (method === "GET" && path === "/faults") return json(200, told);
  const carrier = standIns.find(({ code }) => path === `/faults/${code}`);
  if (!carrier || method !== "PUT") return json(404, { error: "There is nothing here." });
  const list = JSON.parse(body) as unknown;
  if (!Array.isArray(list) || !list.every(isFaultKind))
    return json(400, { error: `Of: ${faultKinds.join(", ")}` });
  faults.set(carrier.code, list);
  return json(200, { code: carrier.code, faults: list });
}

function stop(server: Server): Promise<void> {
  return new Promise((done) => {
    server.close(() => done());
    server.closeAllConnections();
  });
}
