import "server-only";
import { may } from "@/server/auth/roles";
import { load } from "@/server/load";
import { wordedFindings } from "@/server/services/worded-findings";
import { shownSetup } from "@/server/shown-setup";
import type { Notice } from "./notice";

/** The draft for a page, with what checks found in it; whoever is not signed in is sent away, an empty business too. */
export function loadDraft() {
  return load(async ({ db, person, now }) => {
    const current = await shownSetup(db);
    // checks are made of the draft
    const findings: Notice[] =
      current && current.revision === undefined ? await wordedFindings(db, current, now) : [];
    return {
      person,
      mayEdit: current?.revision === undefined && may(person.role, "edit-setup"),
      setup: current?.setup,
      compiled: current?.compiled,
      findings,
    };
  });
}
