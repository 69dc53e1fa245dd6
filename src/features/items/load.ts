import "server-only";
import { load } from "@/server/load";
import { liveSetup } from "@/server/services/live-setup";
import { shownItems } from "@/server/services/shown-items";
import { PAGE_SIZE } from "./page-size";

export type { ShownItems } from "@/server/services/shown-items";

/**
 * The first items of the catalogue that hold a text, and the classes and origins items may name: those of what is live.
 * Items are live at once, so what the draft alone has can't be given to them yet.
 */
export function loadItems(find: string) {
  return load(async ({ db, now }) => {
    const asked = { find, most: PAGE_SIZE, keep: [] };
    const [shown, live] = await Promise.all([shownItems(db, asked, now), liveSetup(db)]);
    return { shown, goodsClasses: live?.setup.goodsClasses ?? [], origins: live?.setup.origins ?? [] };
  });
}
