"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { codedLists } from "@/core/setup/setup";
import type { EditAnswer, EditOrigin } from "@/features/draft";
import type { Answer } from "@/messages/answer";
import { act, type Call } from "@/server/act";
import { roles } from "@/server/auth/roles";
import type { Result } from "@/server/result";
import { setGateRules, takeBack } from "@/server/services/gate";
import {
  approveProposal,
  backOut,
  bringBack,
  proposeDraft,
  publishDraft,
  withdrawProposal,
  withdrawRevision,
  type Publisher,
} from "@/server/services/publish";

const seen = z.strictObject({ stamp: z.int().min(0), last: z.int().min(0) });
const publishSchema = z.strictObject({
  seen,
  note: z.string().max(500).exactOptional(),
  /** An instant; without one at once. */
  at: z.iso.datetime({ offset: true }).exactOptional(),
  waiting: z.enum(["carry", "replace"]).exactOptional(),
});
export type PublishInput = z.infer<typeof publishSchema>;

const publisher = ({ person, by }: Call): Publisher => ({ ...by, role: person.role });

async function atGate<I, O>(
  input: unknown,
  schema: z.ZodType<I>,
  run: (value: I, call: Call) => Promise<Result<O>>,
): Promise<Answer<O>> {
  const answer = await act(input, { permission: "publish", schema, run });
  refresh();
  return answer;
}

function orderOf({ seen: looked, note, at, waiting }: PublishInput) {
  return {
    seen: looked,
    note: note?.trim() === "" ? undefined : note?.trim(),
    takesEffectAt: at === undefined ? undefined : new Date(at),
    waiting,
  };
}

/** Publishes the draft as it was looked at. */
export async function publish(input: PublishInput): Promise<Answer<{ number: number }>> {
  return atGate(input, publishSchema, async (value, call) =>
    numberOf(await publishDraft(call.db, orderOf(value), publisher(call))),
  );
}

function numberOf(result: Result<{ readonly number: number }>): Result<{ number: number }> {
  return result.ok ? { ok: true, value: { number: result.value.number } } : result;
}

/** Asks somebody else to publish it. */
export async function propose(input: PublishInput): Promise<Answer<undefined>> {
  return atGate(input, publishSchema, (value, call) =>
    proposeDraft(call.db, orderOf(value), publisher(call)),
  );
}

/** Publishes what somebody else asked for. */
export async function approve(input: z.infer<typeof seen>): Promise<Answer<{ number: number }>> {
  return atGate(input, seen, async (value, call) =>
    numberOf(await approveProposal(call.db, value, publisher(call))),
  );
}

/** Takes back what was asked for, or declines it. */
export async function dropProposed(): Promise<Answer<undefined>> {
  return atGate({}, z.strictObject({}), (_, call) => withdrawProposal(call.db, call.by));
}

const numbered = z.strictObject({ number: z.int().min(1) });

/** Takes back a revision that waits for its instant. */
export async function withdraw(input: { number: number }): Promise<Answer<undefined>> {
  return atGate(input, numbered, ({ number }, call) => withdrawRevision(call.db, number, publisher(call)));
}

/** Puts what was live before back in force, at once. */
export async function backOutOf(input: { number: number }): Promise<Answer<{ number: number }>> {
  return atGate(input, numbered, async ({ number }, call) =>
    numberOf(await backOut(call.db, number, publisher(call))),
  );
}

const origin = z.strictObject({ id: z.uuid(), seen: z.int().min(0) });

/** Makes the draft what a revision is. */
export async function bringRevisionBack(input: EditOrigin & { number: number }): Promise<EditAnswer> {
  return edited(input, origin.extend({ number: z.int().min(1) }), ({ number, ...own }, { db, by }) =>
    bringBack(db, number, by, own),
  );
}

const memberSchema = origin.extend({
  list: z.enum([...codedLists, "business", "sourcing", "exchangeRates", "itemExceptions"]),
  code: z.string().max(200),
});

/** Takes what waits of one member back. */
export async function takeMemberBack(
  input: EditOrigin & { list: string; code: string },
): Promise<EditAnswer> {
  return edited(input, memberSchema, ({ list, code, ...own }, { db, by }) =>
    takeBack(db, { list, code }, by, own),
  );
}

async function edited<I>(
  input: unknown,
  schema: z.ZodType<I>,
  run: (value: I, call: Call) => ReturnType<typeof takeBack>,
): Promise<EditAnswer> {
  const answer = await act(input, { permission: "edit-setup", schema, run });
  if (answer.ok) refresh();
  return answer;
}

const rulesSchema = z.strictObject({
  publishers: z.array(z.enum(roles)).min(1),
  secondPerson: z.boolean(),
  smallEdits: z.boolean(),
});

/** Sets who publishes and how. */
export async function setRules(input: z.infer<typeof rulesSchema>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "manage-people",
    schema: rulesSchema,
    run: (rules, { db, by }) => setGateRules(db, rules, by),
  });
  refresh();
  return answer;
}
