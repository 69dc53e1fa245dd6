import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Setup } from "@/core/setup/setup";
import { replayInThreads, type ReplayOptions } from "@/server/jobs/replay";
import { bundleWorkers, replayWorker } from "../machine/workers";
import type { Demo } from "./demo";
import { table } from "./timing";

const ORDERS = 100_000;

/** The demo with dearer parcels: some offers are worked out otherwise, the others are known to be as before. */
function dearerParcels(setup: Setup): Setup {
  const after = structuredClone(setup);
  for (const tariff of after.tariffs)
    if (tariff.code === "PNP-PARCEL-BUY")
      for (const edition of tariff.editions)
        for (const row of edition.rows)
          row.rates = row.rates.map((cell) =>
            typeof cell === "string" ? (Number(cell) * 1.1).toFixed(2) : cell,
          );
  return after;
}

/** The demo with another tax on delivery too: every offer has to be worked out under both. */
function dearerTax(setup: Setup): Setup {
  const after = dearerParcels(setup);
  after.business.deliveryTaxPercent = "23";
  return after;
}

/** The demo's orders many times over, under the demo's setup and two others, on two threads. */
export async function benchReplay({ setup, items, requests }: Demo): Promise<string> {
  const orders = function* () {
    for (let i = 0; i < ORDERS; i++) {
      const request = requests[i % requests.length];
      if (request) yield { request };
    }
  };
  const row = async (name: string, after: Setup) => {
    let changed = 0;
    const seconds = await timed({
      before: setup,
      after,
      items,
      now: "2026-11-24T09:00:00Z",
      orders: orders(),
      onPart: (_, notable) => (changed += notable.length),
    });
    return [name, seconds.toFixed(1), changed, "under 10 s"];
  };
  return table(
    ["replay of 100,000 orders, two setups, two threads", "seconds", "orders changed", "target"],
    [
      await row("one table is dearer", dearerParcels(setup)),
      await row("that and the tax on delivery, which all offers have", dearerTax(setup)),
    ],
  );
}

/** Seconds from the start of the threads to the last total. */
async function timed(options: Omit<ReplayOptions, "workerFile" | "threads">): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), "workers-"));
  try {
    const workerFile = replayWorker(bundleWorkers(folder));
    const begun = performance.now();
    const outcome = await replayInThreads({ ...options, workerFile, threads: 2 });
    if (!outcome.ok) throw new Error("the replay did not end");
    return (performance.now() - begun) / 1000;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
