import "server-only";
import { asc, eq, inArray, max, sql } from "drizzle-orm";
import { renameInTrial } from "@/core/bench/rename-in-trial";
import { MOST_TRIALS, type Trial } from "@/core/bench/trial";
import type { Item } from "@/core/setup/item";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { readItems } from "@/db/queries/items";
import { readOrder } from "@/db/queries/orders";
import { trials } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { orderRequest } from "../orders/order-request";

/** A trial as it is stored, with the version a change of it has to know. */
export interface StoredTrial extends Trial {
  readonly version: number;
}

/** All trials in their order on the bench. */
export async function readTrials(db: Database): Promise<StoredTrial[]> {
  const rows = await db.select().from(trials).orderBy(asc(trials.position), asc(trials.id));
  return rows.map(({ id, name, request, expects, version }) => ({
    id,
    name,
    request: request as Trial["request"],
    expects: expects as Trial["expects"],
    version,
  }));
}

/** The items of the catalogue that trials name. */
export function trialItems(db: Database, list: readonly Pick<Trial, "request">[]): Promise<Item[]> {
  const wanted = list.flatMap(({ request }) =>
    request.lines.flatMap((line) => (line.item ? [] : [line.sku])),
  );
  return readItems(db, wanted);
}

/** Adds trials at the end of the bench. Fails as `invalid` with `too-large` beyond the most a business keeps. */
export async function addTrials(
  db: PooledDatabase,
  list: readonly Trial[],
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const [count] = await tx
      .select({ n: sql<number>`count(*)::int`, last: max(trials.position) })
      .from(trials);
    if ((count?.n ?? 0) + list.length > MOST_TRIALS)
      return failed("invalid", [{ code: "too-large", path: "trials", data: { most: String(MOST_TRIALS) } }]);
    const first = (count?.last ?? -1) + 1;
    const at = { changedAt: by.now.toISOString(), changedBy: by.who.name };
    if (list.length > 0)
      await tx.insert(trials).values(list.map((trial, i) => ({ ...trial, position: first + i, ...at })));
    for (const trial of list) await noteTrial(tx, trial.id, [undefined, trial], by);
    return done(undefined);
  });
}

/** Puts a trial over the one with its id; `conflict` when that was changed since `version`. */
export async function changeTrial(
  db: PooledDatabase,
  trial: Trial,
  version: number,
  by: By,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const [row] = await tx.select().from(trials).where(eq(trials.id, trial.id)).for("update");
    if (!row) return failed("not-found");
    if (row.version !== version) return failed("conflict");
    const { name, request, expects } = trial;
    await tx
      .update(trials)
      .set({
        name,
        request,
        expects,
        version: version + 1,
        changedAt: by.now.toISOString(),
        changedBy: by.who.name,
      })
      .where(eq(trials.id, trial.id));
    await noteTrial(
      tx,
      trial.id,
      [{ name: row.name, request: row.request, expects: row.expects }, trial],
      by,
    );
    return done(undefined);
  });
}

/** Takes trials off the bench; those that are gone already are no failure. */
export async function removeTrials(
  db: PooledDatabase,
  ids: readonly string[],
  by: By,
): Promise<Result<undefined>> {
  if (ids.length === 0) return done(undefined);
  return inTransaction(db, async (tx) => {
    const gone = await tx
      .delete(trials)
      .where(inArray(trials.id, [...ids]))
      .returning();
    for (const { id, name, request, expects } of gone)
      await noteTrial(tx, id, [{ name, request, expects }, undefined], by);
    return done(undefined);
  });
}

/** A trial of what an order asks for; without the order's date, so that it goes along with the editions. */
export async function trialOfOrder(db: Database, number: string, id: string): Promise<Result<Trial>> {
  const stored = await readOrder(db, number);
  if (!stored) return failed("not-found");
  const { placedAt: _, ...request } = orderRequest(stored);
  return done({ id, name: `${number}, ${stored.order.city}`, request, expects: [] });
}

/** Carries a member's new code through all trials. */
export async function renameInTrials(tx: Database, list: string, from: string, to: string): Promise<void> {
  for (const { version, ...trial } of await readTrials(tx)) {
    const next = renameInTrial(trial, list, from, to);
    if (next === trial) continue;
    const { request, expects } = next;
    await tx
      .update(trials)
      .set({ request, expects, version: version + 1 })
      .where(eq(trials.id, trial.id));
  }
}

async function noteTrial(
  tx: Database,
  id: string,
  [from, to]: readonly [unknown, unknown],
  by: By,
): Promise<void> {
  const value = (one: unknown) => (one === undefined ? null : { value: one });
  const subject = `trials/${encodeURIComponent(id)}`;
  await note(tx, by, { what: "trial-changed", subject, from: value(from), to: value(to) });
}
