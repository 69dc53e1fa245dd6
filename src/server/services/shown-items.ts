import "server-only";
import { splitPath } from "@/core/setup/path";
import type { PooledDatabase } from "@/db/connect";
import { cataloguePage, type AskedItems, type CataloguePage } from "./catalogue-page";
import { currentCatalogue, draftSetup } from "./draft-setup";
import { wordedFindings, type WordedFinding } from "./worded-findings";

export interface ShownItems extends CataloguePage {
  /** Of the items that are shown. */
  readonly notices: readonly WordedFinding[];
}

/** A part of the catalogue as a page shows it, with what checks found in it; weights of classes are those of the draft. */
export async function shownItems(db: PooledDatabase, asked: AskedItems, now: Date): Promise<ShownItems> {
  const [{ items }, draft] = await Promise.all([currentCatalogue(db), draftSetup(db)]);
  const weighing = (draft?.setup.goodsClasses ?? []).flatMap(({ code, defaultWeight }) =>
    defaultWeight ? [code] : [],
  );
  const page = cataloguePage(items, asked, new Set(weighing));
  const shown = new Set(page.items.map(({ sku }) => sku));
  const isShown = (source: string) => {
    const [list, sku] = splitPath(source);
    return list === "items" && sku !== undefined && shown.has(sku);
  };
  return { ...page, notices: draft ? await wordedFindings(db, draft, now, isShown) : [] };
}
