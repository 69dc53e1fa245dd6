import "server-only";
import { z } from "zod";
import { localDate } from "@/core/calendar/local-date";
import { check } from "@/core/checks/check";
import { differenceOf } from "@/core/setup/difference";
import { setupSchema, type Setup } from "@/core/setup/setup";
import { readLiveNumber } from "@/db/queries/revisions";
import { findingSentence } from "@/messages/finding-sentence";
import type { Finding } from "@/core/checks/finding";
import { database } from "../database";
import { currentCatalogue, draftSetup } from "../services/draft-setup";
import { editSetup } from "../services/edit-setup";
import { findingsNow } from "../services/findings";
import { codesOfDraft } from "../services/draft-codes";
import { revisionSetup } from "../services/live-setup";
import { bringBack, publishDraft } from "../services/publish";
import { lastNumber, listedRevisions, type ListedRevision } from "../services/revision-list";
import { jsonAnswer } from "./call";
import { door } from "./door";
import { failureAnswer } from "./failure-answer";
import { problemAnswer } from "./problem";

const number = z.coerce.number().int().min(1).max(999_999_999);
const etagOf = (stamp: number) => `"draft-${stamp}"`;
const nothing = () => problemAnswer(404, { detail: "No business is set up yet." });

/** `GET /setup`: the draft, or a revision, with its tag. */
export const getSetup = door({
  scope: "setup",
  summary: "The draft of the setup, or a revision.",
  query: z.strictObject({ revision: number.optional() }),
  answers: { status: 200, text: "A Setup; `ETag` names its state.", schema: setupSchema },
  handle: async ({ query: { revision } }) => {
    const db = database();
    if (revision !== undefined) {
      const found = await revisionSetup(db, revision);
      return found
        ? jsonAnswer(found.setup, { headers: { etag: `"revision-${revision}"` } })
        : problemAnswer(404, { detail: `There is no revision ${revision}.` });
    }
    const draft = await draftSetup(db);
    return draft ? jsonAnswer(draft.setup, { headers: { etag: etagOf(draft.stamp) } }) : nothing();
  },
});

const MOST_SETUP_BYTES = 24_000_000;

/** `PUT /setup`: puts a setup in place of the draft as it was looked at; publishes it if nothing it holds is an error. */
export const putSetup = door({
  scope: "setup",
  summary: "Replaces the draft as it was when its tag was given; with `publish=true` it is live at once.",
  query: z.strictObject({ publish: z.enum(["true", "false"]).optional() }),
  body: setupSchema,
  mostBytes: MOST_SETUP_BYTES,
  answers: { status: 200, text: "The new tag, and the revision where one was published." },
  handle: async ({ body, query: { publish }, header, by, admitted }) => {
    const db = database();
    const tag = header("if-match");
    if (tag === undefined)
      return problemAnswer(428, { detail: "Send If-Match with the tag of the draft you looked at." });
    const draft = await draftSetup(db);
    if (!draft) return nothing();
    if (tag !== etagOf(draft.stamp)) return moved();
    if (publish === "true" && !admitted.scopes.includes("publish"))
      return problemAnswer(403, { detail: "The scope “publish” is needed." });
    if (publish === "true") {
      const stops = (await checked(db, body, by.now)).filter(({ severity }) => severity === "error");
      if (stops.length > 0) return jsonAnswer({ findings: stops.map(worded) }, { status: 409 });
    }
    const changes = differenceOf(draft.setup, body);
    const edited =
      changes.length === 0
        ? undefined
        : await editSetup(db, changes, by, { id: crypto.randomUUID(), seen: draft.stamp });
    if (edited && !edited.ok) return edited.code === "conflict" ? moved() : failureAnswer(edited);
    const stamp = edited?.value.stamp ?? draft.stamp;
    const headers = { etag: etagOf(stamp) };
    if (publish !== "true") return jsonAnswer({ changes: changes.length }, { headers });
    const seen = { stamp, last: await lastNumber(db) };
    const published = await publishDraft(db, { seen }, { ...by, role: "key" });
    if (published.ok)
      return jsonAnswer({ changes: changes.length, revision: published.value.number }, { headers });
    // where edits are live as they are made it is already
    const revision = published.code === "nothing-to-publish" ? await readLiveNumber(db) : undefined;
    return revision === undefined
      ? failureAnswer(published)
      : jsonAnswer({ changes: changes.length, revision }, { headers });
  },
});

const moved = () =>
  problemAnswer(412, { detail: "The draft has moved since this tag was given. Read it again." });

async function checked(db: ReturnType<typeof database>, setup: Setup, at: Date): Promise<readonly Finding[]> {
  const { items } = await currentCatalogue(db);
  const { item } = await codesOfDraft(db);
  return check(setup, items.map(item), localDate(at.toISOString(), setup.business.timeZone));
}

const worded = (finding: Finding) => ({ ...finding, text: findingSentence(finding) });

/** `GET /findings`: what checks find in the draft. */
export const getFindings = door({
  scope: "setup",
  summary: "What checks find in the draft; those of the severity `error` keep it from being published.",
  answers: { status: 200, text: "`data`: code, severity, source, data and a sentence each." },
  handle: async ({ by }) => {
    const db = database();
    const draft = await draftSetup(db);
    if (!draft) return nothing();
    const findings = await findingsNow(db, draft, by.now);
    return jsonAnswer({ data: findings.map(worded) }, { headers: { etag: etagOf(draft.stamp) } });
  },
});

const PAGE = 100;

/** `GET /revisions`: the newest first. */
export const getRevisions = door({
  scope: "setup",
  summary: "Revisions, the newest first, a hundred at a time.",
  query: z.strictObject({ cursor: number.optional() }),
  answers: { status: 200, text: "`data`, and `next` where there are more: the cursor that leads on." },
  handle: async ({ query: { cursor } }) => {
    const rows = await listedRevisions(database(), { before: cursor, limit: PAGE });
    const last = rows.length === PAGE ? rows[rows.length - 1]?.number : undefined;
    return jsonAnswer({
      data: rows.map(toldRevision),
      ...(last === undefined ? {} : { next: String(last) }),
    });
  },
});

function toldRevision(row: ListedRevision) {
  const instant = (text: string) => new Date(text).toISOString();
  return {
    number: row.number,
    state: row.state,
    publishedAt: instant(row.publishedAt),
    publishedBy: row.publishedBy,
    takesEffectAt: instant(row.takesEffectAt),
    ...(row.note === null ? {} : { note: row.note }),
    ...(row.restores === null ? {} : { restores: row.restores }),
    changes: row.changes,
    charges: row.charges,
  };
}

/** `POST /revisions`: publishes the draft, now or at an instant. */
export const postRevision = door({
  scope: "publish",
  summary: "Publishes the draft, at once or at an instant.",
  body: z.strictObject({
    note: z.string().max(500).exactOptional(),
    at: z.iso.datetime({ offset: true }).exactOptional(),
    waiting: z.enum(["carry", "replace"]).exactOptional(),
  }),
  answers: { status: 201, text: "The revision's number and when it takes effect." },
  handle: async ({ body: { note, at, waiting }, by }) => {
    const db = database();
    const draft = await draftSetup(db);
    if (!draft) return nothing();
    const order = {
      seen: { stamp: draft.stamp, last: await lastNumber(db) },
      note,
      takesEffectAt: at === undefined ? undefined : new Date(at),
      waiting,
    };
    const published = await publishDraft(db, order, { ...by, role: "key" });
    if (!published.ok) return failureAnswer(published);
    const { number: made, takesEffectAt } = published.value;
    return jsonAnswer(
      { number: made, takesEffectAt: new Date(takesEffectAt).toISOString() },
      { status: 201, headers: { location: `/api/v1/setup?revision=${made}` } },
    );
  },
});

/** `POST /revisions/{number}/restore`: makes the draft what a revision is. */
export const restoreRevision = door({
  scope: "setup",
  summary: "Makes the draft what a revision is; nothing is live by it.",
  answers: { status: 200, text: "How many changes that made." },
  handle: async ({ params, by }) => {
    const parsed = number.safeParse(params.number);
    if (!parsed.success) return problemAnswer(404, { detail: "There is no such revision." });
    const back = await bringBack(database(), parsed.data, by);
    return back.ok
      ? jsonAnswer({ changes: back.value.changes.length }, { headers: { etag: etagOf(back.value.stamp) } })
      : failureAnswer(back);
  },
});
