import "server-only";
import { load } from "@/server/load";
import { may } from "@/server/auth/roles";
import { MOST_AT_ONCE, type ChargedMany, type ManyOrdersData } from "@/server/jobs/charge-orders";
import type { ConfirmedMany } from "@/server/jobs/confirm-orders";
import { planCharging, type Plan, type Planned, type PlannedSum } from "@/server/orders/charge-many";
import { numbersOf, type QueueAsked } from "@/server/orders/order-queue";
import { standingOf } from "@/server/orders/undo-batch";
import { jobOf } from "@/server/services/jobs";
import { shownJob } from "@/server/services/shown-job";

export type { ChargedMany, ConfirmedMany, Plan, Planned, PlannedSum };

/** Orders a page shows the plan of; all are charged. */
export const MOST_PLANNED = 1000;

/** Which orders are meant: those named, else those of a list as its address says it. */
export interface ManyAsked extends QueueAsked {
  /** Numbers, parted by commas. */
  readonly numbers?: string | undefined;
}

/** What charging orders at once would do. */
export function loadPlan({ numbers, ...asked }: ManyAsked) {
  return load(async ({ db, person, now }) => {
    const chosen = numbers
      ? numbers.split(",").filter((number) => number !== "")
      : await numbersOf(db, asked, MOST_AT_ONCE);
    return {
      plan: await planCharging(db, chosen.slice(0, MOST_PLANNED), now),
      numbers: chosen.slice(0, MOST_PLANNED),
      mayEdit: may(person.role, "edit-orders"),
    };
  });
}

export type PlanView = Awaited<ReturnType<typeof loadPlan>>;

const UUID = /^[0-9a-f-]{36}$/;

/** Work with many orders: how far it is and what it came to; `undefined` for other work. */
export function loadBatch(id: string) {
  return load(async ({ db, person, now }) => {
    const row = UUID.test(id) ? await jobOf(db, id) : undefined;
    if (row?.kind !== "charge-orders" && row?.kind !== "confirm-orders") return undefined;
    const { batch } = row.data as ManyOrdersData;
    return {
      /** How many orders have this batch's charge still. */
      standing: await standingOf(db, batch),
      kind: row.kind,
      job: shownJob(row, now),
      numbers: (row.data as ManyOrdersData).numbers,
      result: (row.result as ChargedMany | ConfirmedMany | null) ?? undefined,
      mayEdit: may(person.role, "edit-orders"),
    };
  });
}

export type BatchView = NonNullable<Awaited<ReturnType<typeof loadBatch>>>;
