import "server-only";
import { z } from "zod";
import type { PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { readBill, setBilledShipment, shipmentsOfBill, takenElsewhere } from "@/db/queries/recovery";
import { TAKEN_ONCE } from "@/db/schema";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { breaksRule } from "./breaks-rule";

export const agreementInput = z.strictObject({
  bill: z.uuid(),
  positions: z.array(z.int().min(0)).min(1).max(100_000),
  /** Whether they are the shipments they are like. */
  areOurs: z.boolean(),
});

export interface Agreed {
  readonly count: number;
  /** Shipments that another line or bill has taken meanwhile. */
  readonly billed: number;
}

/**
 * Says of likenesses that a bill proposes whether they are ours: those that are count from now on as matched by a person, the
 * others as unknown. One whose shipment is billed already is billed twice. What is no proposal any more stays as it is.
 */
export async function agreeToMatches(
  db: PooledDatabase,
  agreement: z.infer<typeof agreementInput>,
  by: By,
): Promise<Result<Agreed>> {
  try {
    return await agreeIn(db, agreement, by);
  } catch (error) {
    if (!breaksRule(error, TAKEN_ONCE)) throw error;
    // another bill has taken one of these shipments meanwhile: by now that is seen
    return agreeIn(db, agreement, by);
  }
}

function agreeIn(
  db: PooledDatabase,
  { bill: id, positions, areOurs }: z.infer<typeof agreementInput>,
  by: By,
): Promise<Result<Agreed>> {
  return inTransaction(db, async (tx) => {
    const bill = await readBill(tx, id, { lock: true });
    if (!bill) return failed("not-found");
    const wanted = new Set(positions);
    const proposed = (await shipmentsOfBill(tx, id)).filter(
      ({ position, match, taken }) => wanted.has(position) && match === "likeness" && !taken,
    );
    const elsewhere = areOurs ? await takenElsewhere(tx, proposed) : new Set<number>();
    const own = new Set<string>();
    let billed = 0;
    for (const { position, charge, shipment } of proposed) {
      const key = `${charge ?? ""}/${shipment ?? ""}`;
      if (!areOurs) await setBilledShipment(tx, { bill: id, position, match: "unknown", ...nobodys });
      else if (elsewhere.has(position) || own.has(key)) {
        billed++;
        await setBilledShipment(tx, { bill: id, position, match: "again", score: null });
      } else await setBilledShipment(tx, { bill: id, position, match: "person", taken: true });
      own.add(key);
    }
    if (proposed.length > 0)
      await note(tx, by, {
        what: areOurs ? "matches-agreed" : "matches-denied",
        subject: `bills/${id}`,
        from: null,
        to: { number: bill.number, shipments: proposed.length },
      });
    return done({ count: proposed.length - billed, billed });
  });
}

/** What a line is that is none of our shipments. */
const nobodys = {
  score: null,
  charge: null,
  shipment: null,
  order: null,
  explained: null,
  expectedHome: null,
};
