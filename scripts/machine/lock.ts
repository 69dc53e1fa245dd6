import { linkSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { isAlive, thisProcess, type Living } from "./living";
import { dataFolder, makeFolder } from "./paths";

const wait = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

/** Does something while no other process does something under this name; a lock of a process that died is taken over. */
export async function withLock<T>(name: string, work: () => Promise<T>): Promise<T> {
  makeFolder(dataFolder);
  const file = join(dataFolder, `${name}.lock`);
  while (!take(file)) await wait(100);
  try {
    return await work();
  } finally {
    rmSync(file, { force: true });
  }
}

function take(file: string): boolean {
  const own = `${file}.${process.pid}`;
  writeFileSync(own, JSON.stringify(thisProcess()), { mode: 0o600 });
  try {
    // of two who link at once one gets it, and the file is never half written
    linkSync(own, file);
    return true;
  } catch {
    if (!holderLives(file)) rmSync(file, { force: true });
    return false;
  } finally {
    rmSync(own, { force: true });
  }
}

function holderLives(file: string): boolean {
  try {
    return isAlive(JSON.parse(readFileSync(file, "utf8")) as Living);
  } catch {
    return false;
  }
}
