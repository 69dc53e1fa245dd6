import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup, type CompiledSetup } from "@/core/quote/compiled-setup";
import { Replay } from "@/core/replay/replay";
import { SpreadCounter } from "@/core/replay/spread";
import type { Item } from "@/core/setup/item";
import type { Setup } from "@/core/setup/setup";
import type { PooledDatabase } from "@/db/connect";
import { insertJob } from "@/db/queries/jobs";
import { chosenOrders, type ChosenOrder } from "@/db/queries/orders";
import { readStamps } from "@/db/queries/setup";
import type { ReplayResult } from "@/server/jobs/replay-orders";
import { orderRequest } from "@/server/orders/order-request";

/** Its number: the same in each demo. */
const DEMO_REPLAY = "5f0f3c1e-8a52-4c7b-9d1e-2f6a7b8c9d10";

/** The replay that somebody has made of the demo's year, as a worker would have made it. */
export async function loadReplay(
  db: PooledDatabase,
  { live, draft, items, now }: { live: Setup; draft: Setup; items: readonly Item[]; now: Date },
): Promise<void> {
  const [before, after] = [compiled(live), compiled(draft)];
  const catalogue = (of: CompiledSetup) => {
    const known = new Map(items.map((item) => [item.sku, compileItem(item, of.defaultWeights)]));
    return (sku: string) => known.get(sku);
  };
  const replay = new Replay(before, after, {
    items: [catalogue(before), catalogue(after)],
    now: now.toISOString(),
  });
  const chosen: ChosenOrder[] = [];
  for await (const page of chosenOrders(db, { kind: "last", count: 2500 }, 2500)) chosen.push(...page);
  const spread = new SpreadCounter();
  let changed = 0;
  for (const one of replay.run(
    chosen.map(({ order, lines, offer }) => ({
      request: orderRequest({ order, lines }),
      ...(offer === undefined ? {} : { offer }),
    })),
  )) {
    if (!("problems" in one) && !one.difference) continue;
    spread.add(one);
    changed++;
  }
  const { worst, best, ...steps } = spread.spread;
  const numbered = ({ index, ...moved }: (typeof worst)[number]) => ({
    ...moved,
    number: chosen[index]?.order.number ?? "",
  });
  const result: ReplayResult = {
    revision: 1,
    stamp: (await readStamps(db)).stamp,
    currency: live.business.homeCurrency,
    orders: chosen.length,
    changed,
    totals: replay.totals,
    spread: steps,
    worst: worst.map(numbered),
    best: best.map(numbered),
  };
  const at = now.toISOString();
  await insertJob(db, {
    id: DEMO_REPLAY,
    kind: "replay",
    data: { orders: { kind: "last", count: 2500 } },
    who: "Maarja Kask",
    state: "done",
    done: chosen.length,
    total: chosen.length,
    createdAt: at,
    startedAt: at,
    endedAt: at,
    tries: 1,
    result,
  });
}

function compiled(setup: Setup): CompiledSetup {
  const result = compileSetup(setup);
  if (!result.ok) throw new Error("the demo's setup does not compile");
  return result.value;
}
