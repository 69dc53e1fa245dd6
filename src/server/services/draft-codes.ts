import "server-only";
import { inverseRenames, renamed } from "@/core/setup/renames";
import { renamedItem } from "@/core/setup/renamed-item";
import type { Item } from "@/core/setup/item";
import type { Database } from "@/db/connect";
import { readDraftRenames, readLiveNumber, renamesAfter, type Renaming } from "@/db/queries/revisions";

/** What the draft calls things that orders, items and stock know by the live revision's codes. */
export interface DraftCodes {
  readonly toDraft: (list: string, code: string) => string;
  readonly toLive: (list: string, code: string) => string;
  /** An item as the draft would name its class and the places of its stock. */
  readonly item: (item: Item) => Item;
  readonly renames: readonly Renaming[];
}

/** Codes that are called otherwise in the draft: by what waits to take effect, then by what nobody has published yet. */
export async function codesOfDraft(db: Database): Promise<DraftCodes> {
  const live = await readLiveNumber(db);
  const waiting = live === undefined ? [] : await renamesAfter(db, live);
  const renames = [...waiting, ...(await readDraftRenames(db))];
  const toDraft = (list: string, code: string) => renamed(renames, list, code);
  const toLive = (list: string, code: string) => renamed(inverseRenames(renames), list, code);
  return {
    renames,
    toDraft,
    toLive,
    item: renames.length === 0 ? (item) => item : (item) => renamedItem(item, toDraft),
  };
}
