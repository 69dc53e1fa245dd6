import "server-only";
import { load } from "@/server/load";
import { currentCatalogue } from "@/server/services/current-setup";

/** The whole catalogue in its order. */
export function loadItems() {
  return load(async ({ db }) => (await currentCatalogue(db)).items);
}
