import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { replayInThreads } from "@/server/jobs/replay";
import { bundleWorkers, replayWorker } from "../machine/workers";
import type { Demo } from "./demo";
import { table } from "./timing";

const ORDERS = 100_000;

/** The demo's orders many times over, under the demo's setup and one with dearer parcels, on two threads. */
export async function benchReplay({ setup, items, requests }: Demo): Promise<string> {
  const after = structuredClone(setup);
  for (const tariff of after.tariffs)
    if (tariff.code === "PNP-PARCEL-BUY")
      for (const edition of tariff.editions)
        for (const row of edition.rows)
          row.rates = row.rates.map((cell) =>
            typeof cell === "string" ? (Number(cell) * 1.1).toFixed(2) : cell,
          );
  const folder = mkdtempSync(join(tmpdir(), "workers-"));
  let changed = 0;
  try {
    const workerFile = replayWorker(bundleWorkers(folder));
    const orders = function* () {
      for (let i = 0; i < ORDERS; i++) {
        const request = requests[i % requests.length];
        if (request) yield { request };
      }
    };
    const begun = performance.now();
    const outcome = await replayInThreads({
      before: setup,
      after,
      items,
      now: "2026-11-24T09:00:00Z",
      orders: orders(),
      workerFile,
      threads: 2,
      onPart: (_, notable) => (changed += notable.length),
    });
    const seconds = (performance.now() - begun) / 1000;
    if (!outcome.ok) throw new Error("the replay did not end");
    return table(
      ["replay of 100,000 orders, two setups, two threads", "seconds", "orders changed", "target"],
      [["start of the threads to the last total", seconds.toFixed(1), changed, "under 10 s"]],
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
