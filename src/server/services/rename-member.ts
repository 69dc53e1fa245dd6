import "server-only";
import { renameCode, renameZone } from "@/core/setup/rename";
import type { CodedList } from "@/core/setup/setup";
import type { PooledDatabase } from "@/db/connect";
import type { By } from "@/db/queries/activity";
import { findEdit } from "@/db/queries/edits";
import { done, failed, type Result } from "../result";
import { draftSetup } from "./draft-setup";
import { editSetup, type EditOrigin, type EditResult } from "./edit-setup";

/** A member of a list, or a zone of a chart, that is to be called something else. */
export type Renaming =
  | { readonly list: CodedList; readonly from: string; readonly to: string }
  | { readonly chart: string; readonly from: string; readonly to: string };

/** Gives something another code everywhere it is named, in the setup and outside of it, in one transaction. */
export async function renameMember(
  db: PooledDatabase,
  renaming: Renaming,
  by: By,
  origin?: EditOrigin,
): Promise<Result<EditResult>> {
  // sent again: what it was called is gone already
  const first = origin && (await findEdit(db, origin.id));
  if (first) return done({ stamp: first.stamp, changes: first.changes });
  const current = await draftSetup(db);
  if (!current) return failed("not-found");
  const { from, to } = renaming;
  const changes =
    "list" in renaming
      ? renameCode(current.setup, renaming.list, from, to)
      : renameZone(current.setup, renaming.chart, from, to);
  return changes.length === 0
    ? failed("not-found")
    : editSetup(db, changes, by, origin && { id: origin.id, seen: current.stamp });
}
