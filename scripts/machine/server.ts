import { spawn } from "node:child_process";
import { randomBytes } from "node:crypto";
import { closeSync, existsSync, openSync, readFileSync, readlinkSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { dataFolder, makeFolder, root } from "./paths";
import { StopWord } from "./stop-word";

/** A running web process. */
export interface WebServer {
  readonly url: string;
  readonly stop: () => Promise<void>;
  /** Resolves when the process ends by itself. */
  readonly ended: Promise<number | null>;
}

interface Note {
  pid: number;
  url: string;
}

const noteOf = (name: string) => join(dataFolder, `${name}.server.json`);

/** A secret of this machine; made once. */
function secretOf(name: "auth.secret" | "secrets.key"): string {
  const file = join(dataFolder, name);
  makeFolder(dataFolder);
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString("hex"), { mode: 0o600 });
  return readFileSync(file, "utf8");
}

/** What the web process is told. */
export function serverEnvironment(databaseUrl: string, url: string): Record<string, string> {
  return {
    DATABASE_URL: databaseUrl,
    AUTH_SECRET: secretOf("auth.secret"),
    SECRETS_KEY: secretOf("secrets.key"),
    BASE_URL: url,
  };
}

/** The server of this name when one runs already. */
export function runningServer(name: string): Note | undefined {
  if (!existsSync(noteOf(name))) return undefined;
  const note = JSON.parse(readFileSync(noteOf(name), "utf8")) as Note;
  try {
    // a number may be used again: ours runs in the folder of a build
    return readlinkSync(`/proc/${note.pid}/cwd`).startsWith(join(root, ".build")) ? note : undefined;
  } catch {
    return undefined;
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
  const output = openSync(logFile, "a");
  const child = spawn(process.execPath, [join(build, "server.js")], {
    cwd: build,
    stdio: ["ignore", output, output],
    env: {
      ...process.env,
      ...serverEnvironment(databaseUrl, url),
      ...extra,
      NODE_ENV: "production",
      NEXT_TELEMETRY_DISABLED: "1",
      PORT: String(port),
      HOSTNAME: "127.0.0.1",
    },
  });
  closeSync(output);
  const ended = new Promise<number | null>((resolve) => child.once("exit", resolve));
  writeFileSync(noteOf(name), JSON.stringify({ pid: child.pid, url }));
  const stop = async () => {
    child.kill("SIGTERM");
    await Promise.race([ended, wait(8000).then(() => child.kill("SIGKILL"))]);
    rmSync(noteOf(name), { force: true });
  };
  if (!(await answers(`${url}/api/v1/ready`, ended))) {
    await stop();
    throw new StopWord(`The app did not start; see ${logFile}`);
  }
  return { url, stop, ended };
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
  const note = runningServer(name);
  if (!note) return false;
  process.kill(note.pid, "SIGTERM");
  for (let tries = 0; tries < 80 && runningServer(name); tries++) await wait(100);
  rmSync(noteOf(name), { force: true });
  return true;
}
