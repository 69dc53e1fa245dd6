import "server-only";
import { compileSetup, type CompiledSetup } from "@/core/quote/compiled-setup";
import type { Item } from "@/core/setup/item";
import type { Parsed } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";
import type { PooledDatabase } from "@/db/connect";
import { readCatalogue } from "@/db/queries/items";
import { readSetup, readStamps } from "@/db/queries/setup";
import { atOneInstant } from "../in-transaction";

/** The draft, and what rates by it on the bench. */
export interface DraftSetup {
  readonly stamp: number;
  readonly setup: Setup;
  readonly compiled: Parsed<CompiledSetup>;
}

/** All items, as they stood when the catalogue had this stamp. */
export interface Catalogue {
  readonly stamp: number;
  readonly items: readonly Item[];
}

/** One value that is loaded once however many ask for it at the same time, and anew when its stamp has moved. */
class Kept<T extends { readonly stamp: number }> {
  private value: T | undefined;
  private loading: Promise<T | undefined> | undefined;

  /** The value of at least this stamp: the one at hand, the one that is on its way, or a new one. */
  async at(stamp: number, load: () => Promise<T | undefined>): Promise<T | undefined> {
    for (;;) {
      if (this.value?.stamp === stamp) return this.value;
      if (!this.loading) return this.start(load);
      const come = await this.loading.catch(() => undefined);
      if (come && come.stamp >= stamp) return come;
    }
  }

  /** Keeps what an edit has just made, so that the next reader need not read it again. */
  put(value: T): void {
    if (!this.value || value.stamp > this.value.stamp) this.value = value;
  }

  private async start(load: () => Promise<T | undefined>): Promise<T | undefined> {
    const loading = load();
    this.loading = loading;
    try {
      const value = await loading;
      if (value) this.value = value;
      return value;
    } finally {
      this.loading = undefined;
    }
  }
}

interface Holder {
  wallodromSetup?: Kept<DraftSetup>;
  wallodromCatalogue?: Kept<Catalogue>;
}
const holder = globalThis as Holder;

const setups = () => (holder.wallodromSetup ??= new Kept<DraftSetup>());
const catalogues = () => (holder.wallodromCatalogue ??= new Kept<Catalogue>());

/**
 * The setup that is edited; orders are rated by `liveSetup`. `undefined` before a business is set up. What was compiled
 * is kept until the stamp in the database moves, whichever process moved it.
 */
export async function draftSetup(db: PooledDatabase): Promise<DraftSetup | undefined> {
  const { stamp } = await readStamps(db);
  return setups().at(stamp, async () => {
    // stamp and setup are read at one instant, so that neither can belong to another edit
    const read = await atOneInstant(db, async (tx) => ({
      stamp: (await readStamps(tx)).stamp,
      setup: await readSetup(tx),
    }));
    return read.setup && { stamp: read.stamp, setup: read.setup, compiled: compileSetup(read.setup) };
  });
}

/** The catalogue as it stands; read again only when an item has changed. */
export async function currentCatalogue(db: PooledDatabase): Promise<Catalogue> {
  const { catalogue } = await readStamps(db);
  const kept = await catalogues().at(catalogue, () =>
    atOneInstant(db, async (tx) => ({
      stamp: (await readStamps(tx)).catalogue,
      items: await readCatalogue(tx),
    })),
  );
  return kept ?? { stamp: catalogue, items: [] };
}

/** Keeps what an edit has just made. */
export function remember(stamp: number, setup: Setup): void {
  setups().put({ stamp, setup, compiled: compileSetup(setup) });
}
