import "server-only";
import { readItemsCatalogue } from "@/server/services/catalogue";

/** The whole catalogue. */
export const loadItems = readItemsCatalogue;
