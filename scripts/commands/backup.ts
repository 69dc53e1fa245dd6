import { spawnSync } from "node:child_process";
import { existsSync, renameSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { createDatabase, dropDatabase, findPrograms, startCluster, type Cluster } from "../machine/cluster";
import { runningServer } from "../machine/server";
import { StopWord } from "../machine/stop-word";
import { CLUSTER, CLUSTER_PORT, type Profile } from "./serve";

function readFile(args: string[]): { profile: Profile; file: string } {
  const profile = args.includes("--demo") ? "demo" : "own";
  const [file] = args.filter((word) => word !== "--demo");
  if (file === undefined) throw new StopWord("Name a file: ./wallodrom backup FILE");
  return { profile, file: resolve(process.env.INIT_CWD ?? process.cwd(), file) };
}

async function withCluster<T>(use: (cluster: Cluster) => Promise<T> | T): Promise<T> {
  const cluster = await startCluster(CLUSTER, CLUSTER_PORT);
  try {
    return await use(cluster);
  } finally {
    if (cluster.startedHere) cluster.stop();
  }
}

function tool(name: string, cluster: Cluster, args: string[]): void {
  const { status, stderr } = spawnSync(
    join(findPrograms(), name),
    ["-h", "127.0.0.1", "-p", String(cluster.port), "-U", "wallodrom", ...args],
    {
      encoding: "utf8",
      env: { ...process.env, PGPASSWORD: cluster.password },
    },
  );
  if (status !== 0) throw new StopWord(`${name} failed: ${stderr.trim()}`);
}

/** One file with everything of a profile (PostgreSQL's custom format). The old file stays until the new one is whole. */
export async function backup(args: string[]): Promise<number> {
  const { profile, file } = readFile(args);
  return withCluster((cluster) => {
    const half = `${file}.half`;
    try {
      tool("pg_dump", cluster, ["-Fc", "-f", half, profile]);
      renameSync(half, file);
    } finally {
      rmSync(half, { force: true });
    }
    console.log(`Written to ${file}`);
    return 0;
  });
}

/** Puts a backup in place of a profile's data; these stay as they are when the file can't be read whole. */
export async function restore(args: string[]): Promise<number> {
  const { profile, file } = readFile(args);
  if (!existsSync(file)) throw new StopWord(`There is no ${file}`);
  if (runningServer(profile)) throw new StopWord("It is running: ./wallodrom stop first.");
  return withCluster(async (cluster) => {
    const half = `${profile}_half`;
    await dropDatabase(cluster, half);
    await createDatabase(cluster, half);
    try {
      tool("pg_restore", cluster, ["--exit-on-error", "--no-owner", "-d", half, file]);
      await dropDatabase(cluster, profile);
      await createDatabase(cluster, profile, half);
    } finally {
      await dropDatabase(cluster, half);
    }
    console.log(`Restored from ${file}`);
    return 0;
  });
}
