import "server-only";
import type { Severity } from "@/core/checks/finding";
import type { PooledDatabase } from "@/db/connect";
import { findingSentence } from "@/messages/finding-sentence";
import { findingWhy } from "@/messages/finding-why";
import type { DraftSetup } from "./draft-setup";
import { findingsOf } from "./findings";
import { judged } from "./set-aside";

/** A finding in words, with the place it is about. */
export interface WordedFinding {
  readonly source: string;
  readonly severity: Severity;
  readonly text: string;
  /** What happens where nothing is done about it. */
  readonly why: string;
  /** By which it can be set aside; an error can't. */
  readonly key?: string;
  /** Set aside by somebody, with a reason: it is a note, and counts nowhere. */
  readonly aside?: { readonly reason: string; readonly who: string };
  /** Of a ladder's rule that can never match: the rules, from 1, that leave nothing for it; none where it contradicts itself. */
  readonly shadowedBy?: readonly number[];
}

/** What checks found in the draft about some places, in words, with what is set aside as a note. */
export async function wordedFindings(
  db: PooledDatabase,
  current: DraftSetup,
  now: Date,
  isAsked: (source: string) => boolean = () => true,
): Promise<WordedFinding[]> {
  const { findings } = await findingsOf(db, current, now);
  const own = findings.filter(({ source }) => isAsked(source));
  return (await judged(db, own)).map(({ finding, key, aside }) => ({
    source: finding.source,
    severity: aside ? "note" : finding.severity,
    text: findingSentence(finding),
    why: findingWhy[finding.code],
    ...(finding.severity === "error" ? {} : { key }),
    ...(aside ? { aside } : {}),
    ...(finding.code === "rule-unreachable" ? { shadowedBy: finding.data.by } : {}),
    ...(finding.code === "rule-contradicts" ? { shadowedBy: [] } : {}),
  }));
}
