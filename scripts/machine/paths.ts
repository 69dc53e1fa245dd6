import {
  accessSync,
  chmodSync,
  constants,
  existsSync,
  mkdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { createHash } from "node:crypto";
import { dirname, join, resolve } from "node:path";

/** The checkout. */
export const root = resolve(import.meta.dirname, "../..");

/** Where the app's own files lie. */
export const dataFolder = join(root, ".data");

/** Whether another user can walk down to the folder: no parent may be closed to others. */
function isReachable(folder: string): boolean {
  for (let at = folder; ; at = dirname(at)) {
    if (existsSync(at) && (statSync(at).mode & 0o001) === 0) return false;
    if (at === dirname(at)) return true;
  }
}

/**
 * Where a PostgreSQL cluster lies. The server refuses to run as root, so for root it runs as another user, who must be
 * able to reach it; from a closed home the data move to /var/tmp, and that is said.
 */
export function clusterFolder(name: string): string {
  const plain = join(dataFolder, name);
  if (process.getuid?.() !== 0 || isReachable(root)) return plain;
  const elsewhere = join(
    "/var/tmp",
    `wallodrom-${createHash("sha256").update(root).digest("hex").slice(0, 8)}`,
    name,
  );
  console.log(`This folder is closed to other users, so the database lies in ${elsewhere}`);
  return elsewhere;
}

/** Makes a folder that others may pass through but not list. */
export function makeFolder(folder: string): void {
  mkdirSync(folder, { recursive: true });
  chmodSync(folder, 0o711);
}

export function isExecutable(file: string): boolean {
  try {
    accessSync(file, constants.X_OK);
    return true;
  } catch {
    return false;
  }
}

/** Writes a file that only its owner reads, whole or not at all. */
export function writeWhole(file: string, text: string): void {
  const half = `${file}.half`;
  rmSync(half, { force: true });
  writeFileSync(half, text, { mode: 0o600 });
  renameSync(half, file);
}
