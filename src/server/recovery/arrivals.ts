import "server-only";
import { z } from "zod";
import { isDate, localDate } from "@/core/calendar/local-date";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { findDeparted, putDeliveries, type DeliveryRow, type Departed } from "@/db/queries/deliveries";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { liveSetup } from "../services/live-setup";

const MOST = 20_000;
const number = z.string().trim().min(1).max(80);

export const numbersInput = z.array(number).max(MOST);

export const arrivalsInput = z
  .array(z.strictObject({ number, day: z.string().refine(isDate) }))
  .min(1)
  .max(MOST);

/** What a tracking or order number is known as: how many shipments, and the last day one of them left. */
export interface KnownNumber {
  readonly number: string;
  readonly shipments: number;
  readonly left?: string;
}

/** Which of the numbers are those of shipments that have left; in the order of the numbers. */
export async function knownNumbers(db: Database, numbers: readonly string[]): Promise<KnownNumber[]> {
  const found = await shipmentsBy(db, numbers);
  return [...new Set(numbers)].flatMap((one) => {
    const shipments = found.get(one);
    if (!shipments) return [];
    const left = lastLeft(shipments);
    return [{ number: one, shipments: shipments.length, ...(left === undefined ? {} : { left }) }];
  });
}

/**
 * Stores the day shipments arrived, by tracking number, else order number; of several rows about one the last counts. All or
 * nothing: a number nobody knows, a day before it left or one that is still to come refuses all (`invalid`), with the row's place.
 */
export async function storeArrivals(
  db: PooledDatabase,
  rows: z.infer<typeof arrivalsInput>,
  by: By,
): Promise<Result<{ readonly shipments: number }>> {
  const live = await liveSetup(db);
  if (!live) return failed("not-found");
  const today = localDate(by.now.toISOString(), live.setup.business.timeZone);
  return inTransaction(db, async (tx) => {
    const found = await shipmentsBy(
      tx,
      rows.map((row) => row.number),
    );
    const stored = new Map<string, DeliveryRow>();
    for (const row of rows) {
      const shipments = found.get(row.number);
      if (!shipments || row.day > today || row.day < (lastLeft(shipments) ?? "")) return failed("invalid");
      for (const { order, service, origin } of shipments)
        stored.set(JSON.stringify([order, service, origin]), {
          ...{ order, service, origin, day: row.day },
          saidAt: by.now.toISOString(),
          saidBy: by.who.name,
        });
    }
    await putDeliveries(tx, [...stored.values()]);
    await note(tx, by, {
      what: "arrivals-said",
      subject: "arrivals",
      from: null,
      to: { shipments: stored.size },
    });
    return done({ shipments: stored.size });
  });
}

async function shipmentsBy(db: Database, numbers: readonly string[]): Promise<Map<string, Departed[]>> {
  const found = new Map<string, Departed[]>();
  if (numbers.length === 0) return found;
  for (const { number: one, shipment } of await findDeparted(db, [...new Set(numbers)]))
    found.set(one, [...(found.get(one) ?? []), shipment]);
  return found;
}

function lastLeft(shipments: readonly Departed[]): string | undefined {
  return shipments
    .flatMap(({ left }) => left ?? [])
    .sort()
    .at(-1);
}
