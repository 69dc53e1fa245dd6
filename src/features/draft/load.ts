import "server-only";
import { findingSentence } from "@/messages/finding-sentence";
import { findingWhy } from "@/messages/finding-why";
import { may } from "@/server/auth/roles";
import { load } from "@/server/load";
import { findingsOf } from "@/server/services/findings";
import { judged } from "@/server/services/set-aside";
import { shownSetup } from "@/server/shown-setup";
import type { Notice } from "./notice";

/** The draft for a page, with what checks found in it; whoever is not signed in is sent away, an empty business too. */
export function loadDraft() {
  return load(async ({ db, person, now }) => {
    const current = await shownSetup(db);
    // checks are made of the draft
    const checked =
      current && current.revision === undefined ? await findingsOf(db, current, now) : undefined;
    const findings = (await judged(db, checked?.findings ?? [])).map(
      ({ finding, key, aside }): Notice => ({
        source: finding.source,
        severity: aside ? "note" : finding.severity,
        text: findingSentence(finding),
        why: findingWhy[finding.code],
        ...(finding.severity === "error" ? {} : { key }),
        ...(aside ? { aside } : {}),
        ...(finding.code === "rule-unreachable" ? { shadowedBy: finding.data.by } : {}),
        ...(finding.code === "rule-contradicts" ? { shadowedBy: [] } : {}),
      }),
    );
    return {
      person,
      mayEdit: current?.revision === undefined && may(person.role, "edit-setup"),
      setup: current?.setup,
      compiled: current?.compiled,
      findings,
    };
  });
}
