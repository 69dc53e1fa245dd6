import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup, type CompiledSetup } from "@/core/quote/compiled-setup";
import type { ItemLookup } from "@/core/quote/read-lines";
import { Replay, type Replayed } from "@/core/replay/replay";
import type { Item } from "@/core/setup/item";
import type { ReplayAnswer, ReplayTask, ReplayThreadData } from "@/core/replay/thread";
import { untouchedOffers } from "@/core/replay/untouched-offers";
import { same } from "@/core/setup/same";

/** A thread's work: both setups are compiled once, then each task is rated under both. */
export function replayer(data: ReplayThreadData): (task: ReplayTask) => ReplayAnswer {
  const before = compileSetup(data.before);
  const after = compileSetup(data.after);
  if (!before.ok) return () => ({ ok: false, side: "before", problems: before.problems });
  if (!after.ok) return () => ({ ok: false, side: "after", problems: after.problems });
  const old = catalogue(data.items, before.value);
  // setups that differ in no goods class read items alike
  const isAlike = same(data.before.goodsClasses, data.after.goodsClasses);
  const young = isAlike ? old : catalogue(data.items, after.value);
  const untouched = isAlike ? untouchedOffers(data.before, data.after) : new Set<string>();
  return ({ first, orders }) => {
    const replay = new Replay(before.value, after.value, { items: [old, young], now: data.now, untouched });
    const notable: Replayed[] = [];
    for (const one of replay.run(orders, first)) if ("problems" in one || one.difference) notable.push(one);
    return { ok: true, notable, totals: replay.totals };
  };
}

function catalogue(items: readonly Item[], compiled: CompiledSetup): ItemLookup {
  const known = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
  return (sku) => known.get(sku);
}
