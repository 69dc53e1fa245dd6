import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { findingSentence } from "@/messages/finding-sentence";
import { findingWhy } from "@/messages/finding-why";
import { may } from "@/server/auth/roles";
import { load } from "@/server/load";
import type { DraftSetup } from "@/server/services/draft-setup";
import { findingsOf } from "@/server/services/findings";
import { judged } from "@/server/services/set-aside";
import { shownSetup } from "@/server/shown-setup";
import type { Notice } from "./notice";

/** The draft for a page, with what checks found in it; whoever is not signed in is sent away, an empty business too. */
export function loadDraft() {
  return load(async ({ db, person, now }) => {
    const current = await shownSetup(db);
    // checks are made of the draft
    const findings = current && current.revision === undefined ? await wordedFindings(db, current, now) : [];
    return {
      person,
      mayEdit: current?.revision === undefined && may(person.role, "edit-setup"),
      setup: current?.setup,
      compiled: current?.compiled,
      findings,
    };
  });
}

/** What checks found in the draft about some places, in words, with what is set aside as a note. */
export async function wordedFindings(
  db: PooledDatabase,
  current: DraftSetup,
  now: Date,
  isAsked: (source: string) => boolean = () => true,
): Promise<Notice[]> {
  const { findings } = await findingsOf(db, current, now);
  const own = findings.filter(({ source }) => isAsked(source));
  return (await judged(db, own)).map(
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
}
