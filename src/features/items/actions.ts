"use server";

import { z } from "zod";
import type { Item } from "@/core/setup/item";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { done } from "@/server/result";
import { currentCatalogue } from "@/server/services/draft-setup";
import { shownItems, type ShownItems } from "@/server/services/shown-items";
import { MOST_SHOWN } from "./page-size";

const asked = z.strictObject({
  find: z.string().max(200),
  most: z.int().min(1).max(MOST_SHOWN),
  keep: z.array(z.string().max(100)).max(MOST_SHOWN),
});

/** A part of the catalogue, with what checks found in it. */
export async function itemsShown(input: z.infer<typeof asked>): Promise<Answer<ShownItems>> {
  return act(input, {
    permission: "look",
    schema: asked,
    run: async (value, { db, now }) => done(await shownItems(db, value, now)),
  });
}

/** The whole catalogue, for who gives it out or holds a file against it. */
export async function wholeCatalogue(): Promise<Answer<readonly Item[]>> {
  return act(null, {
    permission: "look",
    schema: z.null(),
    run: async (_, { db }) => done((await currentCatalogue(db)).items),
  });
}
