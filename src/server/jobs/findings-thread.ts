import { check } from "@/core/checks/check";
import type { Finding } from "@/core/checks/finding";
import { applyChanges } from "@/core/setup/change";
import { isItemChange } from "@/core/setup/item-change";
import type { Change } from "@/core/setup/inverse";
import type { Item } from "@/core/setup/item";
import type { Setup } from "@/core/setup/setup";

/** An edit by which a setup of one stamp became that of the next. */
export interface KnownEdit {
  readonly stamp: number;
  readonly changes: readonly Change[];
}

/** What findings are asked for: the state they are of, and how it came from earlier ones as far as that is known. */
export interface FindingsTask {
  readonly stamp: number;
  readonly catalogue: number;
  /** The day in the business's time zone. */
  readonly today: string;
  readonly edits: readonly KnownEdit[];
}

/** A setup with its catalogue, as of their stamps. */
export interface CheckedState {
  readonly stamp: number;
  readonly catalogue: number;
  readonly setup: Setup;
  readonly items: readonly Item[];
}

export interface FindingsAnswer extends Pick<CheckedState, "stamp" | "catalogue"> {
  readonly today: string;
  readonly findings: readonly Finding[];
}

/**
 * Looks setups over, one after the other: what is known of the last one is kept, so that the next costs reading only
 * when it did not come from it by edits that were told.
 */
export function findingsThread(read: () => Promise<CheckedState | undefined>) {
  let state: CheckedState | undefined;
  return async (task: FindingsTask): Promise<FindingsAnswer | undefined> => {
    state = followed(state, task) ?? (await read());
    if (!state) return undefined;
    const { stamp, catalogue, setup, items } = state;
    return { stamp, catalogue, today: task.today, findings: check(setup, items, task.today) };
  };
}

/** The state a task is about, reached by the edits it tells; `undefined` when they do not lead there. */
function followed(from: CheckedState | undefined, task: FindingsTask): CheckedState | undefined {
  if (!from || from.catalogue !== task.catalogue) return undefined;
  let { stamp, setup } = from;
  while (stamp < task.stamp) {
    const edit = task.edits.find((one) => one.stamp === stamp + 1);
    if (!edit || edit.changes.some(isItemChange)) return undefined;
    const changed = applyChanges(setup, edit.changes);
    if (!changed.ok) return undefined;
    setup = changed.value.setup;
    stamp = edit.stamp;
  }
  return stamp === task.stamp ? { ...from, stamp, setup } : undefined;
}
