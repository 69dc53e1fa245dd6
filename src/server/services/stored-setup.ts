import "server-only";
import type { Setup } from "@/core/setup/setup";
import type { Database } from "@/db/connect";
import { joinSetup, KnownParts, learnParts, type PartName } from "@/db/mappers/setup-parts";
import { readParts } from "@/db/queries/revisions";

const holder = globalThis as { wallodromParts?: KnownParts };
const parts = () => (holder.wallodromParts ??= new KnownParts());

/** The setup a root names; what it shares with others that are at hand is the same objects. */
export function storedSetup(db: Database, root: PartName): Promise<Setup> {
  return joinSetup(root, (names) => readParts(db, names), parts());
}

/** Has setups that are read from now on share the parts of one that is at hand. */
export function shareParts(setup: Setup): void {
  learnParts(setup, parts());
}
