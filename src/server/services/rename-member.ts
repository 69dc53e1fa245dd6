import "server-only";
import { renameCode, renameZone } from "@/core/setup/rename";
import type { CodedList } from "@/core/setup/setup";
import type { Database } from "@/db/connect";
import { failed, type Result } from "../result";
import { currentSetup } from "./current-setup";
import { editSetup, type EditResult } from "./edit-setup";

/** A member of a list, or a zone of a chart, that is to be called something else. */
export type Renaming =
  | { readonly list: CodedList; readonly from: string; readonly to: string }
  | { readonly chart: string; readonly from: string; readonly to: string };

/** Gives something another code everywhere it is named, in the setup and outside of it, in one transaction. */
export async function renameMember(
  db: Database,
  renaming: Renaming,
  who: string,
  now: Date,
): Promise<Result<EditResult>> {
  const current = await currentSetup(db, "draft");
  if (!current) return failed("not-found");
  const { from, to } = renaming;
  const changes =
    "list" in renaming
      ? renameCode(current.setup, renaming.list, from, to)
      : renameZone(current.setup, renaming.chart, from, to);
  return changes.length === 0 ? failed("not-found") : editSetup(db, changes, who, now);
}
