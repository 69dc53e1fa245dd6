import type { Item } from "../setup/item";
import type { Problem } from "../setup/problem";
import type { Setup } from "../setup/setup";
import type { Replayed, ReplayOrder } from "./replay";
import type { Totals } from "./totals";

/** What a replay's thread is started with. */
export interface ReplayThreadData {
  readonly before: Setup;
  readonly after: Setup;
  readonly items: readonly Item[];
  /** ISO 8601. */
  readonly now: string;
}

/** Some of the orders; `first` is the place of the first in the whole list. */
export interface ReplayTask {
  readonly first: number;
  readonly orders: readonly ReplayOrder[];
}

/** What a thread answers: tagged, since an error thrown across threads arrives without its figures. */
export type ReplayAnswer =
  | {
      readonly ok: true;
      /** Only the orders for which something changed, or that could not be rated. */
      readonly notable: readonly Replayed[];
      readonly totals: Totals;
    }
  | { readonly ok: false; readonly side: "before" | "after"; readonly problems: readonly Problem[] };
