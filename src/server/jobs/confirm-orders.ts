import { confirmOrder } from "../orders/close-order";
import { readOrders } from "@/db/queries/orders";
import { manyOrders, type ManyOrdersData } from "./charge-orders";
import type { JobKind } from "./job-kinds";

/** What confirming many came to. */
export interface ConfirmedMany {
  readonly batch: string;
  readonly confirmed: number;
  /** Those that were confirmed before. */
  readonly left: number;
  /** Those that are not ready, or have something odd about them. */
  readonly setAside: readonly { readonly number: string; readonly why: string }[];
}

const AT_ONCE = 100;

/** Confirms orders that are ready and have nothing odd about them; begun again it goes on. */
export const confirmOrders: JobKind<ManyOrdersData, ConfirmedMany> = {
  queue: "long",
  data: manyOrders,
  run: async ({ data: { numbers, batch }, db, by, signal, progress }) => {
    const setAside: { number: string; why: string }[] = [];
    let [confirmed, left, seen] = [0, 0, 0];
    const told = (): ConfirmedMany => ({ batch, confirmed, left, setAside });
    for (let at = 0; at < numbers.length && !signal.aborted; at += AT_ONCE) {
      for (const { order } of await readOrders(db, numbers.slice(at, at + AT_ONCE))) {
        if (signal.aborted) break;
        const { number, version, state, look } = order;
        if (state === "confirmed" || state === "handed-over") left++;
        else if (state !== "ready") setAside.push({ number, why: state });
        else if (look.length > 0) setAside.push({ number, why: look[0] ?? "" });
        else {
          const done = await confirmOrder(db, { number, version, by: { ...by, now: new Date() } });
          if (done.ok) confirmed++;
          else setAside.push({ number, why: "changed-meanwhile" });
        }
        seen++;
        progress(seen, numbers.length, told);
      }
    }
    return told();
  },
};
