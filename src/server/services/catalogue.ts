import "server-only";
import type { Item } from "@/core/setup/item";
import { readCatalogue } from "@/db/queries/items";
import { database } from "../database";

/** The whole catalogue in its order. */
export function readItemsCatalogue(): Promise<Item[]> {
  return readCatalogue(database());
}
