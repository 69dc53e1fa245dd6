import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { check } from "@/core/checks/check";
import type { Finding } from "@/core/checks/finding";
import { compileSetup, type CompiledSetup } from "@/core/quote/compiled-setup";
import type { Parsed } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";
import type { Database } from "@/db/connect";
import { readCatalogue } from "@/db/queries/items";
import { readSetup, readStamp } from "@/db/queries/setup";
import type { Item } from "@/core/setup/item";
import { now } from "../clock";

/** A stored setup with everything made from it. */
export interface CurrentSetup {
  readonly stamp: number;
  readonly setup: Setup;
  readonly compiled: Parsed<CompiledSetup>;
  readonly findings: readonly Finding[];
  /** The catalogue the findings were made with. */
  readonly items: readonly Item[];
}

const cache = globalThis as { wallodromSetup?: CurrentSetup };

/**
 * The setup that rates (`live`) or is edited (`draft`): whoever rates gets a compiled setup from here. The two are one
 * and the same until changes go through a gate. `undefined` before a business is set up. What was compiled is kept until
 * the stamp in the database moves, whichever process moved it.
 */
export async function currentSetup(
  db: Database,
  _which: "live" | "draft",
): Promise<CurrentSetup | undefined> {
  const stamp = await readStamp(db);
  if (cache.wallodromSetup?.stamp === stamp) return cache.wallodromSetup;
  // stamp and setup are read at one instant, so that neither can belong to another edit
  const read = await db.transaction(
    async (tx) => ({
      stamp: await readStamp(tx as Database),
      setup: await readSetup(tx as Database),
      items: await readCatalogue(tx as Database),
    }),
    {
      isolationLevel: "repeatable read",
      accessMode: "read only",
    },
  );
  if (!read.setup) return undefined;
  const current = prepare(read.stamp, read.setup, read.items);
  cache.wallodromSetup = current;
  return current;
}

function prepare(stamp: number, setup: Setup, items: readonly Item[]): CurrentSetup {
  return {
    stamp,
    setup,
    items,
    compiled: compileSetup(setup),
    findings: check(setup, items, localDate(now().toISOString(), setup.business.timeZone)),
  };
}

/** Keeps what an edit has just made, so that the next reader need not read it again. */
export function remember(stamp: number, setup: Setup): CurrentSetup {
  const current = prepare(stamp, setup, cache.wallodromSetup?.items ?? []);
  cache.wallodromSetup = current;
  return current;
}
