import "server-only";
import { findingSentence } from "@/messages/finding-sentence";
import { requirePerson } from "@/server/auth/person";
import { may } from "@/server/auth/roles";
import { database } from "@/server/database";
import { currentSetup } from "@/server/services/current-setup";
import type { Notice } from "./notice";

/** The draft for a page, with what checks found in it; whoever is not signed in is sent away, an empty business too. */
export async function loadDraft() {
  const person = await requirePerson();
  const current = await currentSetup(database(), "draft");
  const findings = (current?.findings ?? []).map(
    (finding): Notice => ({
      source: finding.source,
      severity: finding.severity,
      text: findingSentence(finding),
      ...(finding.code === "rule-unreachable" ? { shadowedBy: finding.data.by } : {}),
      ...(finding.code === "rule-contradicts" ? { shadowedBy: [] } : {}),
    }),
  );
  return {
    person,
    mayEdit: may(person.role, "edit-setup"),
    setup: current?.setup,
    compiled: current?.compiled,
    findings,
  };
}
