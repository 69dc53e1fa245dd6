import type { PooledDatabase } from "@/db/connect";
import { readCatalogue } from "@/db/queries/items";
import { readSetup, readStamps } from "@/db/queries/setup";
import { codesOfDraft } from "./draft-codes";
import { atOneInstant } from "../in-transaction";
import type { CheckedState } from "../jobs/findings-thread";

/** The stored setup and its catalogue as they are at one instant. */
export function readCheckedState(db: PooledDatabase): Promise<CheckedState | undefined> {
  return atOneInstant(db, async (tx) => {
    const stamps = await readStamps(tx);
    const setup = await readSetup(tx);
    // items name what is live: the draft is checked with what it calls these things itself
    const { item } = await codesOfDraft(tx);
    return setup && { ...stamps, setup, items: (await readCatalogue(tx)).map(item) };
  });
}
