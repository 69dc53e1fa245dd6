import "server-only";
import { cookies } from "next/headers";
import type { PooledDatabase } from "@/db/connect";
import { draftSetup, type DraftSetup } from "./services/draft-setup";
import { revisionSetup } from "./services/live-setup";

/** The setup that pages show: the draft, or a revision that somebody looks into. */
export interface ShownSetup extends DraftSetup {
  /** The revision it is; `undefined` for the draft. Nothing of a revision can be changed. */
  readonly revision: number | undefined;
}

const COOKIE = "looking";
const HOUR_S = 3600;

/** `undefined` before a business is set up. */
export async function shownSetup(db: PooledDatabase): Promise<ShownSetup | undefined> {
  const draft = await draftSetup(db);
  if (!draft) return undefined;
  const number = Number((await cookies()).get(COOKIE)?.value);
  const revision = Number.isSafeInteger(number) && number > 0 ? await revisionSetup(db, number) : undefined;
  if (!revision) return { ...draft, revision: undefined };
  return {
    stamp: draft.stamp,
    setup: revision.setup,
    compiled: { ok: true, value: revision.compiled },
    revision: revision.number,
  };
}

/** Has this browser's pages show a revision for an hour; without a number the draft again. */
export async function lookInto(number: number | undefined): Promise<void> {
  const jar = await cookies();
  if (number === undefined) jar.delete(COOKIE);
  else jar.set(COOKIE, String(number), { httpOnly: true, sameSite: "lax", path: "/", maxAge: HOUR_S });
}
