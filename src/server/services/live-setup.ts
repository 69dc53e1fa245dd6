import "server-only";
import { compileSetup, type CompiledSetup } from "@/core/quote/compiled-setup";
import type { Setup } from "@/core/setup/setup";
import type { PooledDatabase } from "@/db/connect";
import { readLiveNumber, readRevision } from "@/db/queries/revisions";
import { carryFacts } from "./carry-facts";
import { RevisionCache } from "./revision-cache";
import { shareParts, storedSetup } from "./stored-setup";

/** A published setup, and what rates by it. Nothing in it is ever changed. */
export interface Revision {
  readonly number: number;
  readonly setup: Setup;
  readonly compiled: CompiledSetup;
}

interface Holder {
  wallodromRevisions?: RevisionCache<Revision>;
}
const holder = globalThis as Holder;

/** Bytes that compiled revisions may take in a process; the live one is kept whatever it takes. */
const MOST_BYTES = 400_000_000;
/** What a cell of a table or an entry of a chart takes once it is compiled, measured (`npm run bench`). */
const BYTES_A_CELL = 100;

const cache = () => (holder.wallodromRevisions ??= new RevisionCache<Revision>(MOST_BYTES, bytesOf));

function bytesOf({ setup }: Revision): number {
  let cells = 10_000;
  for (const { editions } of setup.tariffs)
    for (const { rows, breaks, bands } of editions)
      cells += rows.length * breaks.length * Math.max(1, bands?.edges.length ?? 1);
  for (const { entries } of setup.zoneCharts) cells += entries.length;
  return cells * BYTES_A_CELL;
}

/** What orders are rated by at this moment. `undefined` before a business is set up. */
export async function liveSetup(db: PooledDatabase): Promise<Revision | undefined> {
  const number = await readLiveNumber(db);
  return number === undefined ? undefined : revisionSetup(db, number);
}

/**
 * A revision by its number, loaded once however many ask for it at the same time, and kept while there is room. What it
 * shares with others is the same objects in both. `undefined` when there is none.
 */
export function revisionSetup(db: PooledDatabase, number: number): Promise<Revision | undefined> {
  return cache().get(number, async () => {
    const row = await readRevision(db, number);
    if (!row) return undefined;
    // orders, items and stock name codes of what is live: they follow before anything is rated by it
    await carryFacts(db);
    return compiledRevision(number, await storedSetup(db, row.root));
  });
}

/** A revision where this process has it at hand. */
export function knownRevision(number: number): Revision | undefined {
  return cache().peek(number);
}

/** How many revisions this process has at hand. */
export function keptRevisions(): number {
  return cache().size;
}

/** Keeps what was just published, so that nobody has to read it. */
export function rememberRevision(number: number, setup: Setup): void {
  shareParts(setup);
  cache().put(number, compiledRevision(number, setup));
}

function compiledRevision(number: number, setup: Setup): Revision {
  const compiled = compileSetup(setup);
  if (!compiled.ok) throw new Error(`revision ${number} does not compile`);
  return { number, setup, compiled: compiled.value };
}
