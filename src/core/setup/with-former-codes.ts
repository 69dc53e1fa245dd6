import { applyChanges } from "./change";
import type { Parsed } from "./parse-setup";
import { renameCode } from "./rename";
import { inverseRenames, type CodeRenaming } from "./renames";
import { codedLists, type CodedList, type Setup } from "./setup";

/** A setup as it would be had its codes not been renamed: so that whatever still names the former ones fits it. */
export function withFormerCodes(setup: Setup, renames: readonly CodeRenaming[]): Parsed<Setup> {
  let former = setup;
  for (const { list, from, to } of inverseRenames(renames)) {
    if (!isCoded(list)) continue;
    const changed = applyChanges(former, renameCode(former, list, from, to));
    if (!changed.ok) return changed;
    former = changed.value.setup;
  }
  return { ok: true, value: former };
}

function isCoded(list: string): list is CodedList {
  return codedLists.some((one) => one === list);
}
