import { spawnSync } from "node:child_process";
import { chmodSync, renameSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { connect } from "@/db/connect";
import { note } from "@/db/queries/activity";
import { findPrograms, hasDatabase, startCluster, type Cluster } from "../machine/cluster";
import { StopWord } from "../machine/stop-word";
import { askSecretly } from "./ask";
import { sealKeys } from "./sealed-keys";
import { CLUSTER, CLUSTER_PORT, type Profile } from "./serve";

export interface BackupFile {
  readonly profile: Profile;
  readonly file: string;
  readonly withKeys: boolean;
  readonly yes: boolean;
}

/** What a command about a backup is told: the file, whose data, and what else. */
export function readBackupArguments(args: readonly string[]): BackupFile {
  const [file, ...more] = args.filter((word) => !word.startsWith("--"));
  const unknown = args.find(
    (word) => word.startsWith("--") && !["--demo", "--with-keys", "--yes"].includes(word),
  );
  if (file === undefined || more.length > 0) throw new StopWord("Name one file: ./wallodrom backup FILE");
  if (unknown !== undefined) throw new StopWord(`There is no ${unknown}.`);
  return {
    profile: args.includes("--demo") ? "demo" : "own",
    file: resolve(process.env.INIT_CWD ?? process.cwd(), file),
    withKeys: args.includes("--with-keys"),
    yes: args.includes("--yes"),
  };
}

export async function withCluster<T>(use: (cluster: Cluster) => Promise<T>): Promise<T> {
  const cluster = await startCluster(CLUSTER, CLUSTER_PORT);
  try {
    return await use(cluster);
  } finally {
    await cluster.leave();
  }
}

/** Runs one of PostgreSQL's own programs on the cluster. Throws `StopWord` with what it says when it fails. */
export function tool(name: string, cluster: Cluster, args: readonly string[]): string {
  const { status, stdout, stderr } = spawnSync(
    join(findPrograms(), name),
    ["-h", "127.0.0.1", "-p", String(cluster.port), "-U", "wallodrom", ...args],
    { encoding: "utf8", env: { ...process.env, PGPASSWORD: cluster.password }, maxBuffer: 100_000_000 },
  );
  if (status !== 0) throw new StopWord(`${name} failed: ${stderr.trim()}`);
  return stdout;
}

export const keysFileOf = (file: string) => `${file}.keys`;

/**
 * One file with everything of a profile (PostgreSQL's custom format), which only its owner reads. The old file stays until
 * the new one is whole. The keys of what is sealed inside are in a second file, and only when asked for.
 */
export async function backup(args: string[]): Promise<number> {
  const { profile, file, withKeys } = readBackupArguments(args);
  // nothing that is made here is for anybody else
  process.umask(0o077);
  const phrase = withKeys
    ? await askSecretly("A passphrase for the keys, at least 12 characters: ")
    : undefined;
  if (phrase !== undefined && [...phrase].length < 12) throw new StopWord("The passphrase is too short.");
  return withCluster(async (cluster) => {
    if (!(await hasDatabase(cluster, profile))) throw new StopWord("There are no data yet.");
    await noteBackup(cluster.urlOf(profile));
    const half = `${file}.half`;
    try {
      tool("pg_dump", cluster, ["-Fc", "--no-privileges", "-f", half, profile]);
      chmodSync(half, 0o600);
      renameSync(half, file);
    } finally {
      rmSync(half, { force: true });
    }
    if (phrase !== undefined) sealKeys(keysFileOf(file), phrase);
    console.log(`Written to ${file}`);
    console.log(
      phrase === undefined
        ? "Bank accounts and sign-ins of carriers are sealed in it, and their key is not: it stays in .data/.\nKeep a copy of it elsewhere, or make the backup with --with-keys: without it they can't be opened again.\nSecond factors are sealed with .data/auth.secret: without it people have to turn theirs on anew."
        : `Their keys, sealed with your passphrase, are in ${keysFileOf(file)}.`,
    );
    return 0;
  });
}

async function noteBackup(url: string): Promise<void> {
  const { db, close } = connect(url, () => undefined, { most: 1 });
  try {
    const by = { who: { id: null, name: "command line" }, now: new Date() };
    await note(db, by, { what: "backup-made", subject: "backup" });
  } finally {
    await close();
  }
}
