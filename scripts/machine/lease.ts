import { mkdirSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { isAlive, thisProcess, type Living } from "./living";
import { dataFolder, writeWhole } from "./paths";

const folderOf = (name: string) => join(dataFolder, `${name}.leases`);

/** Notes that this process uses a cluster; it is stopped only when nobody does any more. */
export function takeLease(name: string): void {
  const folder = folderOf(name);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeWhole(join(folder, String(process.pid)), JSON.stringify(thisProcess()));
}

/** Gives this process's lease back; true when nobody else has one. Leases of processes that died count for nothing. */
export function giveBackLease(name: string): boolean {
  rmSync(join(folderOf(name), String(process.pid)), { force: true });
  return othersWithLease(name) === 0;
}

export function othersWithLease(name: string): number {
  const folder = folderOf(name);
  let others = 0;
  for (const file of list(folder)) {
    if (file === String(process.pid)) continue;
    if (lives(join(folder, file))) others++;
    else rmSync(join(folder, file), { force: true });
  }
  return others;
}

function list(folder: string): string[] {
  try {
    return readdirSync(folder).filter((file) => /^\d+$/.test(file));
  } catch {
    return [];
  }
}

function lives(file: string): boolean {
  try {
    return isAlive(JSON.parse(readFileSync(file, "utf8")) as Living);
  } catch {
    return false;
  }
}
