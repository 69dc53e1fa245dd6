import { spawn, type ChildProcess } from "node:child_process";
import { randomBytes } from "node:crypto";
import { existsSync, openSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { describe, isAlive, type Living } from "./living";
import { dataFolder, makeFolder, writeWhole } from "./paths";
import { StopWord } from "./stop-word";
import { webMain, workerMain } from "./workers";

/** A running web process. */
export interface WebServer {
  readonly url: string;
  readonly stop: () => Promise<void>;
  /** Resolves when the process ends by itself. */
  readonly ended: Promise<number | null>;
}

interface Note extends Living {
  readonly url: string;
}

const noteOf = (name: string) => join(dataFolder, `${name}.server.json`);

/** A secret of this machine; made once. */
function secretOf(name: "auth.secret" | "secrets.key"): string {
  const file = join(dataFolder, name);
  makeFolder(dataFolder);
  if (!existsSync(file)) writeWhole(file, randomBytes(32).toString("hex"));
  return readFileSync(file, "utf8");
}

interface SecretsFile {
  readonly current: string;
  readonly former: readonly string[];
}

const keysFile = () => join(dataFolder, "secrets.keys.json");

/** What secrets are sealed with: the key now, and those before that something may still be sealed with. */
export function secretKeys(): SecretsFile {
  if (existsSync(keysFile())) return JSON.parse(readFileSync(keysFile(), "utf8")) as SecretsFile;
  return { current: secretOf("secrets.key"), former: [] };
}

/** What sessions and second factors are signed and sealed with. */
export function authSecret(): string {
  return secretOf("auth.secret");
}

export function keepAuthSecret(secret: string): void {
  makeFolder(dataFolder);
  writeWhole(join(dataFolder, "auth.secret"), secret);
}

export function keepSecretKeys(keys: SecretsFile): void {
  makeFolder(dataFolder);
  writeWhole(keysFile(), JSON.stringify(keys));
}

/** What the web process is told. */
export function serverEnvironment(databaseUrl: string, url: string): Record<string, string> {
  return {
    DATABASE_URL: databaseUrl,
    AUTH_SECRET: authSecret(),
    SECRETS_KEY: secretKeys().current,
    FORMER_SECRETS_KEYS: secretKeys().former.join(","),
    WALLODROM_URL: process.env.WALLODROM_URL ?? url,
  };
}

/** The process that was started under this name, where it still lives; whether it answers is another question. */
function notedServer(name: string): Note | undefined {
  try {
    const note = JSON.parse(readFileSync(noteOf(name), "utf8")) as Note;
    return isAlive(note) ? note : undefined;
  } catch {
    return undefined;
  }
}

/** The server of this name when one runs already and answers. Throws when there is one that does not answer. */
export async function runningServer(name: string): Promise<{ readonly url: string } | undefined> {
  const note = notedServer(name);
  if (!note) return undefined;
  if (await isAnswering(note.url)) return note;
  throw new StopWord(`It is running (process ${note.pid}) but does not answer: ./wallodrom stop ends it.`);
}

const PATIENCE_MS = 5000;

async function isAnswering(url: string): Promise<boolean> {
  try {
    return (await fetch(`${url}/api/v1/health`, { signal: AbortSignal.timeout(PATIENCE_MS) })).ok;
  } catch {
    return false;
  }
}

/** Starts the built app and waits until it answers. Its log goes to a file. */
export async function startServer(
  name: string,
  build: string,
  port: number,
  databaseUrl: string,
  extra: Record<string, string> = {},
): Promise<WebServer> {
  const url = `http://127.0.0.1:${port}`;
  const logFile = join(dataFolder, `${name}.log`);
  const child = spawn(process.execPath, [webMain(join(build, "dist-worker"))], {
    cwd: build,
    stdio: ["ignore", "ignore", openSync(`${logFile}.start`, "w", 0o600)],
    env: {
      ...process.env,
      ...serverEnvironment(databaseUrl, url),
      WALLODROM_LOG: logFile,
      ...extra,
      NODE_ENV: "production",
      NEXT_TELEMETRY_DISABLED: "1",
      PORT: String(port),
      HOSTNAME: "127.0.0.1",
    },
  });
  const ended = new Promise<number | null>((resolve) => child.once("exit", resolve));
  const worker = startWorkerProcess(build, { databaseUrl, url }, `${logFile}.worker`, {
    ...extra,
    WALLODROM_FOLLOWS: String(child.pid ?? 0),
  });
  writeWhole(noteOf(name), JSON.stringify({ ...describe(child.pid ?? 0), url }));
  const stop = async () => {
    worker.kill("SIGTERM");
    child.kill("SIGTERM");
    await Promise.race([ended, wait(12_000).then(() => child.kill("SIGKILL"))]);
    rmSync(noteOf(name), { force: true });
  };
  if (!(await answers(`${url}/api/v1/ready`, ended))) {
    await stop();
    throw new StopWord(`The app did not start; see ${logFile}`);
  }
  return { url, stop, ended };
}

/** Starts a process that does long work. Its log goes to a file, or where this one's goes. */
export function startWorkerProcess(
  build: string,
  { databaseUrl, url }: { readonly databaseUrl: string; readonly url: string },
  logFile: string | undefined,
  extra: Record<string, string> = {},
): ChildProcess {
  const out = logFile === undefined ? "inherit" : openSync(logFile, "a", 0o600);
  return spawn(process.execPath, [workerMain(join(build, "dist-worker"))], {
    cwd: build,
    stdio: ["ignore", out, out],
    env: { ...process.env, ...serverEnvironment(databaseUrl, url), ...extra, NODE_ENV: "production" },
  });
}

const wait = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

async function answers(url: string, ended: Promise<unknown>): Promise<boolean> {
  let over = false;
  void ended.then(() => (over = true));
  for (let tries = 0; tries < 300 && !over; tries++) {
    try {
      if ((await fetch(url)).ok) return true;
    } catch {
      // not listening yet
    }
    await wait(100);
  }
  return false;
}

/** Ends a server that another call started. */
export async function stopServer(name: string): Promise<boolean> {
  const note = notedServer(name);
  if (!note) return false;
  process.kill(note.pid, "SIGTERM");
  for (let tries = 0; tries < 120 && isAlive(note); tries++) await wait(100);
  if (isAlive(note)) process.kill(note.pid, "SIGKILL");
  rmSync(noteOf(name), { force: true });
  return true;
}
