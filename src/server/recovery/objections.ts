import "server-only";
import { z } from "zod";
import { Decimal } from "@/core/money/decimal";
import { moneyText } from "@/core/money/currency";
import type { BilledParcel } from "@/core/recovery/match-bill";
import {
  mayBecome,
  objectionReason,
  objectionStates,
  objectionSums,
  type ObjectionState,
  type ObjectionStep,
} from "@/core/recovery/objection";
import type { PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import {
  insertObjections,
  listObjections,
  lockObjection,
  readBill,
  setObjection,
  shipmentsOfBill,
} from "@/db/queries/recovery";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { liveSetup } from "../services/live-setup";
import { objectionTo } from "./objection-to";

export const objectionInput = z.strictObject({
  bill: z.uuid(),
  positions: z.array(z.int().min(0)).min(1).max(5000),
  reason: objectionReason,
});

/** Objects to some of a bill's shipments, each for what of it is not ours to pay; those objected to before stay as they are. */
export function objectTo(
  db: PooledDatabase,
  { bill: id, positions, reason }: z.infer<typeof objectionInput>,
  by: By,
): Promise<Result<{ readonly count: number }>> {
  return inTransaction(db, async (tx) => {
    const bill = await readBill(tx, id);
    if (!bill) return failed("not-found");
    const wanted = new Set(positions);
    const at = by.now.toISOString();
    const rows = (await shipmentsOfBill(tx, id)).flatMap((row) => {
      const amount = wanted.has(row.position) ? objectionTo(row, bill.currency) : undefined;
      if (amount === undefined) return [];
      return {
        ...{ bill: id, position: row.position, reason, amount, currency: bill.currency },
        ...{ state: "open", credited: null, saidAt: at, saidBy: by.who.name, changedAt: at },
      };
    });
    const count = await insertObjections(tx, rows);
    if (count === 0) return failed("nothing-to-object");
    await note(tx, by, {
      what: "bill-objected",
      subject: `bills/${id}`,
      from: null,
      to: { number: bill.number, shipments: count, reason },
    });
    return done({ count });
  });
}

/** Says what became of an objection; fails with `objection-moved` where it can't become that from where it is. */
export function moveObjection(
  db: PooledDatabase,
  { id, to, credited }: ObjectionStep,
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const row = await lockObjection(tx, id);
    if (!row) return failed("not-found");
    const state = stateOf(row.state);
    if (!mayBecome(state, to)) return failed("objection-moved");
    const back = to === "credited" ? moneyText(Decimal.of(credited ?? row.amount), row.currency) : null;
    await setObjection(tx, { id, state: to, credited: back, changedAt: by.now.toISOString() });
    await note(tx, by, {
      what: "objection-moved",
      subject: `bills/${row.bill}`,
      from: { state },
      to: { state: to, ...(back === null ? {} : { credited: back, currency: row.currency }) },
    });
    return done(undefined);
  });
}

export interface ShownObjection {
  readonly id: string;
  readonly bill: string;
  readonly carrier: string;
  readonly carrierName: string;
  readonly number: string;
  readonly date: string;
  readonly position: number;
  readonly order: string | undefined;
  readonly parcel: BilledParcel;
  readonly reason: string;
  readonly amount: string;
  readonly currency: string;
  readonly state: ObjectionState;
  readonly credited: string | undefined;
  readonly said: { readonly at: string; readonly by: string };
}

/** All objections, the newest first, and what they come to. */
export async function viewObjections(db: PooledDatabase) {
  const [rows, live] = await Promise.all([listObjections(db), liveSetup(db)]);
  const names = new Map((live?.setup.carriers ?? []).map(({ code, name }) => [code, name]));
  const list = rows.map((row): ShownObjection => {
    const { id, bill, carrier, number, date, position, order, parcel, reason, amount, currency } = row;
    return {
      ...{ id, bill, carrier, number, date, position, reason, currency },
      carrierName: names.get(carrier) ?? carrier,
      order: order ?? undefined,
      parcel: parcel as BilledParcel,
      amount: moneyText(Decimal.of(amount), currency),
      state: stateOf(row.state),
      credited: row.credited === null ? undefined : moneyText(Decimal.of(row.credited), currency),
      said: { at: new Date(row.saidAt).toISOString(), by: row.saidBy },
    };
  });
  return {
    list,
    sums: objectionSums(
      list.map(({ credited, ...one }) => ({ ...one, ...(credited === undefined ? {} : { credited }) })),
    ),
  };
}

function stateOf(text: string): ObjectionState {
  return objectionStates.find((state) => state === text) ?? "open";
}
