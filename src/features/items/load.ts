import "server-only";
import { load } from "@/server/load";
import { currentCatalogue } from "@/server/services/draft-setup";
import { liveSetup } from "@/server/services/live-setup";

/**
 * The whole catalogue in its order, and the classes and origins items may name: those of what is live. Items are live at
 * once, so what the draft alone has can't be given to them yet.
 */
export function loadItems() {
  return load(async ({ db }) => {
    const [{ items }, live] = await Promise.all([currentCatalogue(db), liveSetup(db)]);
    return { items, goodsClasses: live?.setup.goodsClasses ?? [], origins: live?.setup.origins ?? [] };
  });
}
