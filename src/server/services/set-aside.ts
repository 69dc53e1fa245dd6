import "server-only";
import { z } from "zod";
import type { Finding } from "@/core/checks/finding";
import type { Database, PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import { dropSetAside, putSetAside, readSetAside } from "@/db/queries/set-aside";
import { inTransaction } from "../in-transaction";
import { done, failed, type Result } from "../result";
import { draftSetup } from "./draft-setup";
import { findingsNow } from "./findings";

/** A finding, and what somebody said who decided to live with it. */
export interface JudgedFinding {
  readonly finding: Finding;
  readonly key: string;
  readonly aside?: { readonly reason: string; readonly who: string };
}

export const setAsideInput = z.strictObject({
  key: z.string().min(1).max(5000),
  reason: z.string().trim().min(1).max(300),
});

/** What tells a finding from all others, its figures included: when these change it is another one, and counts. */
export function keyOf({ code, source, data }: Finding): string {
  return JSON.stringify([code, source, data]);
}

/** Findings with what was said of those that are set aside. Errors never are: they stop the gate. */
export async function judged(db: Database, findings: readonly Finding[]): Promise<JudgedFinding[]> {
  const said = new Map((await readSetAside(db)).map((row) => [row.key, row]));
  return findings.map((finding) => {
    const key = keyOf(finding);
    const row = finding.severity === "error" ? undefined : said.get(key);
    return { finding, key, ...(row ? { aside: { reason: row.reason, who: row.saidBy } } : {}) };
  });
}

/** The findings that count: those nobody has set aside. */
export async function countingFindings(db: Database, findings: readonly Finding[]): Promise<Finding[]> {
  return (await judged(db, findings)).flatMap(({ finding, aside }) => (aside ? [] : [finding]));
}

/** Sets a finding of the draft aside, with a reason; `not-found` for one that is not there, or is an error. */
export async function setAside(
  db: PooledDatabase,
  { key, reason }: z.infer<typeof setAsideInput>,
  by: By,
): Promise<Result<undefined>> {
  const draft = await draftSetup(db);
  const found =
    draft &&
    (await findingsNow(db, draft, by.now)).find((one) => one.severity !== "error" && keyOf(one) === key);
  if (!found) return failed("not-found");
  return inTransaction(db, async (tx) => {
    await putSetAside(tx, { key, reason, saidAt: by.now.toISOString(), saidBy: by.who.name });
    await note(tx, by, { what: "finding-set-aside", subject: found.source, from: null, to: { reason } });
    return done(undefined);
  });
}

/** Has a finding count again that was set aside. */
export function countAgain(db: PooledDatabase, key: string, by: By): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    if (!(await dropSetAside(tx, key))) return failed("not-found");
    const [, source = ""] = JSON.parse(key) as string[];
    await note(tx, by, { what: "finding-counts-again", subject: source, from: null, to: null });
    return done(undefined);
  });
}
