import { compileItem, type CompiledItem } from "@/core/parcels/compiled-item";
import { compileSetup, type CompiledSetup } from "@/core/quote/compiled-setup";
import { Replay, type Replayed } from "@/core/replay/replay";
import type { Item } from "@/core/setup/item";
import type { ReplayAnswer, ReplayTask, ReplayThreadData } from "@/core/replay/thread";

/** A thread's work: both setups are compiled once, then each task is rated under both. */
export function replayer(data: ReplayThreadData): (task: ReplayTask) => ReplayAnswer {
  const before = compileSetup(data.before);
  const after = compileSetup(data.after);
  if (!before.ok) return () => ({ ok: false, side: "before", problems: before.problems });
  if (!after.ok) return () => ({ ok: false, side: "after", problems: after.problems });
  const [old, young] = [catalogue(data.items, before.value), catalogue(data.items, after.value)];
  return ({ first, orders }) => {
    const replay = new Replay(before.value, after.value, {
      items: [(sku) => old.get(sku), (sku) => young.get(sku)],
      now: data.now,
    });
    const notable: Replayed[] = [];
    for (const one of replay.run(orders, first)) if ("problems" in one || one.difference) notable.push(one);
    return { ok: true, notable, totals: replay.totals };
  };
}

function catalogue(items: readonly Item[], compiled: CompiledSetup): Map<string, CompiledItem> {
  return new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
}
