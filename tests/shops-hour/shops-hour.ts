import { spawn } from "node:child_process";
import { rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { isNotNull } from "drizzle-orm";
import { connect, type PooledDatabase } from "@/db/connect";
import { orders } from "@/db/schema";
import { loadDemo } from "../../scripts/load-demo";
import { ensureBuild } from "../../scripts/machine/build";
import { startCluster } from "../../scripts/machine/cluster";
import { freshServer } from "../../scripts/machine/fresh-server";
import { root } from "../../scripts/machine/paths";
import { browse } from "./browse";
import { logAgainstRows, statesAgainstQuotes } from "./held-against";

const MINUTES = Number(process.env.MINUTES ?? 60);
const PACE = Number(process.env.PACE ?? 60);
const SETTLE_MS = 60_000;

/** The stand-in shops for so long; when they have ended. */
function shops(url: string, log: string): Promise<unknown> {
  const child = spawn(
    process.execPath,
    ["--import", "tsx", "sim/channels/main.ts", "--url", url, "--pace", String(PACE), "--log", log],
    { cwd: root, stdio: "inherit" },
  );
  setTimeout(() => child.kill("SIGINT"), MINUTES * 60_000);
  return new Promise((resolve) => child.once("exit", resolve));
}

/** Publishes a setup in which an offer is dearer, in the middle of everything. */
async function publish(url: string): Promise<void> {
  const heads = { authorization: "Bearer wd_demo_everything", "content-type": "application/json" };
  const draft = await fetch(`${url}/api/v1/setup`, { headers: heads });
  const setup = (await draft.json()) as { offers: { code: string; adjust?: { marginPercent?: string } }[] };
  const express = setup.offers.find(({ code }) => code === "express");
  if (express) express.adjust = { ...express.adjust, marginPercent: "25" };
  const put = await fetch(`${url}/api/v1/setup?publish=true`, {
    method: "PUT",
    headers: { ...heads, "if-match": draft.headers.get("etag") ?? "" },
    body: JSON.stringify(setup),
  });
  console.log(`published in the middle: ${put.status}`);
}

/** Waits until nothing is left to be worked out anew; how long that took in ms, or `undefined` when it did not come to that. */
async function settled(db: PooledDatabase): Promise<number | undefined> {
  const begun = Date.now();
  while (Date.now() - begun < SETTLE_MS) {
    if ((await db.$count(orders, isNotNull(orders.staleAt))) === 0) return Date.now() - begun;
    await wait(200);
  }
  return undefined;
}

/** `npm run shops:hour`: stand-in shops against the demo while two browsers work; MINUTES and PACE (orders a minute) say otherwise. */
async function main(): Promise<void> {
  const cluster = await startCluster("shops", 54_620);
  const build = ensureBuild();
  const server = await freshServer(cluster, {
    name: "shops",
    build,
    port: 4320,
    processes: 2,
    fill: (db) => loadDemo(db, new Date()),
  });
  const log = join(tmpdir(), `shops-${process.pid}.log`);
  const { db, close } = connect(cluster.urlOf("shops_data"), () => undefined);
  let isOver = false;
  try {
    const halfway = wait((MINUTES * 60_000) / 2).then(() => publish(server.url));
    const days = [0, 1].map((who) => browse(server.url, who, () => isOver));
    await Promise.all([shops(server.url, log), halfway]);
    isOver = true;
    for (const { done, trouble } of await Promise.all(days))
      console.log(`a browser: ${JSON.stringify(done)}, ${trouble.length} troubles`, trouble.slice(0, 5));
    console.log(`nothing left to work out after ${await settled(db)} ms`);
    console.log(await logAgainstRows(db, log));
    const { open, differ } = await statesAgainstQuotes(db, new Date());
    console.log(
      `${open} open orders, ${differ.length} stand otherwise than a fresh quote says`,
      differ.slice(0, 10),
    );
  } finally {
    rmSync(log, { force: true });
    await close();
    await server.stop();
    await cluster.leave();
  }
}

await main();
