import { and, eq, ne } from "drizzle-orm";
import type { Database } from "@/db/connect";
import { note } from "@/db/queries/activity";
import { session, user } from "@/db/schema";
import { countFailedTry, forgetFailedTries } from "./tries";
import { takeCode } from "./used-codes";

/** What is known of the call that somebody signs in by. */
interface Call {
  readonly db: Database;
  readonly now: Date;
  readonly address: string | undefined;
}

interface Someone {
  readonly id: string;
  readonly name: string;
  readonly email: string;
}

/** A session that a call has begun. */
interface Entered {
  readonly session: { readonly id: string; readonly token: string };
  readonly user: Someone & { readonly twoFactorEnabled?: unknown };
}

/** What people do to their own sign-in, by the path they do it at, as the record of activity calls it. */
const noted: Readonly<Record<string, string>> = {
  "/change-password": "password-changed",
  "/two-factor/disable": "second-factor-off",
  "/revoke-sessions": "signed-out-everywhere",
};

export async function noteOwn(db: Database, path: string, who: Someone, now: Date): Promise<void> {
  const what = noted[path];
  if (what !== undefined) await note(db, { who, now }, { what, subject: `people/${who.id}` });
}

export async function noteSignOut(db: Database, who: Someone, now: Date): Promise<void> {
  await note(db, { who, now }, { what: "signed-out", subject: `people/${who.id}` });
}

/** Counts and records a try with e-mail and password; the session this device had before ends. */
export async function afterSignIn(
  call: Call,
  {
    email,
    refused,
    entered,
    formerToken,
  }: {
    readonly email: string;
    readonly refused: boolean;
    readonly entered: Entered | null;
    readonly formerToken: string;
  },
): Promise<void> {
  if (refused) {
    await countFailedTry(call.db, email, call.address, call.now);
    return noteFailure(call, email);
  }
  if (entered) await entry(call, entered, formerToken);
}

/**
 * Records a code that was tried. A code counts once: false when this one has let its owner in before, and then the
 * session it began is gone.
 */
export async function afterCode(
  call: Call,
  tried: {
    readonly refused: boolean;
    readonly entered: Entered | null;
    readonly formerToken: string;
    /** A code of an authenticator; spare codes are used up by the library. */
    readonly code: string | undefined;
    readonly wasOn: unknown;
    readonly user: Someone | undefined;
  },
): Promise<boolean> {
  const { db, now } = call;
  const { entered, user: who, code, formerToken } = tried;
  if (tried.refused) {
    if (who) await noteFailure(call, who.email);
    return true;
  }
  if (who && code !== undefined && !(await takeCode(db, who.id, code.trim(), now))) {
    if (entered) await db.delete(session).where(eq(session.token, entered.session.token));
    await noteFailure(call, who.email);
    return false;
  }
  if (!entered) return true;
  if (tried.wasOn === false)
    await note(
      db,
      { who: entered.user, now },
      { what: "second-factor-on", subject: `people/${entered.user.id}` },
    );
  else await entry(call, entered, formerToken);
  return true;
}

async function entry(
  { db, now }: Call,
  { user: who, session: begun }: Entered,
  formerToken: string,
): Promise<void> {
  await forgetFailedTries(db, who.email);
  if (formerToken !== "")
    await db.delete(session).where(and(eq(session.token, formerToken), ne(session.id, begun.id)));
  await note(db, { who, now }, { what: "signed-in", subject: `people/${who.id}` });
}

/** An address nobody here has is not written down: it may be anything, a password in the wrong field among them. */
async function noteFailure({ db, now }: Call, email: string): Promise<void> {
  const [known] = await db
    .select({ id: user.id, name: user.name })
    .from(user)
    .where(eq(user.email, email.toLowerCase()));
  const who = known ?? { id: null, name: "somebody" };
  await note(db, { who, now }, { what: "sign-in-failed", subject: known ? `people/${known.id}` : "sign-in" });
}
