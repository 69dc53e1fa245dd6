import "server-only";
import { randomUUID } from "node:crypto";
import { CompiledSuspensions } from "@/core/suspensions/compiled-suspensions";
import { suspension as suspensionSchema, type Suspension } from "@/core/suspensions/suspension";
import { parseWith } from "@/core/setup/parse-setup";
import { note, type By } from "@/db/queries/activity";
import type { Database, PooledDatabase } from "@/db/connect";
import {
  endSuspension,
  insertSuspension,
  readSuspendedStamp,
  readSuspensions,
  type SuspensionRow,
} from "@/db/queries/suspensions";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { liveSetup } from "./live-setup";

/** A suspension with who said it and when. */
export interface StoredSuspension extends Suspension {
  readonly by: string;
  readonly at: string;
}

/** What is to be suspended; its number is given here. */
export type SuspensionOrder = Omit<Suspension, "id">;

/** What is suspended now or will be, those that begin first before the others. */
export async function listSuspensions(db: Database): Promise<StoredSuspension[]> {
  return (await readSuspensions(db)).map(stored);
}

function stored(row: SuspensionRow): StoredSuspension {
  const { id, what, code, effect, reason, destinations, from, until, by, at } = row;
  const instant = (text: string) => new Date(text).toISOString();
  return {
    id,
    what: what as Suspension["what"],
    code,
    effect: effect as Suspension["effect"],
    reason,
    ...(destinations === null
      ? {}
      : { destinations: destinations as NonNullable<Suspension["destinations"]> }),
    from: instant(from),
    ...(until === null ? {} : { until: instant(until) }),
    by,
    at: instant(at),
  };
}

interface Kept {
  readonly stamp: number;
  readonly compiled: CompiledSuspensions;
}
const holder = globalThis as { wallodromSuspensions?: Kept };

/** What rates with them: read again only when one was added or ended. Those that end by themselves are left out by their end. */
export async function currentSuspensions(db: Database, stamp?: number): Promise<CompiledSuspensions> {
  const now = stamp ?? (await readSuspendedStamp(db));
  const kept = holder.wallodromSuspensions;
  if (kept?.stamp === now) return kept.compiled;
  const compiled = new CompiledSuspensions(await listSuspensions(db));
  // one that came in between would be kept under the stamp before
  if ((await readSuspendedStamp(db)) === now) holder.wallodromSuspensions = { stamp: now, compiled };
  return compiled;
}

const lists = { origin: "origins", carrier: "carriers", service: "services", offer: "offers" } as const;

/** Suspends something of what is live, at once. Fails with `invalid`: `unknown-code`, or what the fields have against it. */
export async function suspend(
  db: PooledDatabase,
  order: SuspensionOrder,
  by: By,
): Promise<Result<StoredSuspension>> {
  const parsed = parseWith<Suspension>(suspensionSchema, { ...order, id: randomUUID() });
  if (!parsed.ok) return failed("invalid", parsed.problems);
  const live = await liveSetup(db);
  if (!live) return failed("not-found");
  const { what, code, until, destinations, ...rest } = parsed.value;
  const list = lists[what];
  if (!live.setup[list].some((one) => one.code === code))
    return failed("invalid", [{ code: "unknown-code", path: "code", data: { list, code } }]);
  if (until !== undefined && Date.parse(until) <= by.now.getTime()) return failed("instant-gone");
  const row = {
    ...rest,
    what,
    code,
    destinations: destinations ?? null,
    until: until ?? null,
    byId: by.who.id,
    by: by.who.name,
    at: by.now.toISOString(),
    version: 1,
  };
  return inTransaction(db, async (tx) => {
    await insertSuspension(tx, row);
    await note(tx, by, {
      what: "suspended",
      subject: `${list}/${code}`,
      to: { value: rest.reason, until: until ?? "open" },
    });
    return done(stored(row));
  });
}

/** Ends a suspension now. */
export function resume(db: PooledDatabase, id: string, by: By): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const row = await endSuspension(tx, id);
    if (!row) return failed("not-found");
    const list = lists[row.what as Suspension["what"]];
    await note(tx, by, {
      what: "suspension-ended",
      subject: `${list}/${row.code}`,
      from: { value: row.reason },
    });
    return done(undefined);
  });
}
