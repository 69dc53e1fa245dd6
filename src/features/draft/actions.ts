"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Change } from "@/core/setup/inverse";
import type { Json } from "@/core/setup/path";
import { codedLists } from "@/core/setup/setup";
import type { Answer } from "@/messages/answer";
import { act, type Call } from "@/server/act";
import { done, type Result } from "@/server/result";
import { editSetup, type EditOrigin, type EditResult } from "@/server/services/edit-setup";
import { usesOfMember, type MemberUses } from "@/server/services/member-uses";
import { renameMember, type Renaming } from "@/server/services/rename-member";
import { countAgain, setAside, setAsideInput } from "@/server/services/set-aside";
import type { EditAnswer } from "./answer";

const json: z.ZodType<Json> = z.json();
const changesSchema = z
  .array(
    z.strictObject({
      path: z.string().max(1000),
      from: json.exactOptional(),
      to: json.exactOptional(),
      at: z.int().min(0).exactOptional(),
    }),
  )
  .min(1)
  .max(100_000);

/** Changes the draft: all of it or none. What is wrong comes back in words, with the path it is about. */
export async function editDraft(input: EditOrigin & { changes: readonly Change[] }): Promise<EditAnswer> {
  const schema = originSchema.extend({ changes: changesSchema });
  return edited(input, schema, ({ changes, ...origin }, { db, by }) => editSetup(db, changes, by, origin));
}

const originSchema = z.strictObject({ id: z.uuid(), seen: z.int().min(0) });

const text = z.string().max(200);
const renamingSchema = z.union([
  z.strictObject({ list: z.enum(codedLists), from: text, to: text }),
  z.strictObject({ chart: text, from: text, to: text }),
]);

/** Gives a member of a list, or a zone of a chart, another code wherever it is named. */
export async function renameInDraft(input: EditOrigin & { renaming: Renaming }): Promise<EditAnswer> {
  const schema = originSchema.extend({ renaming: renamingSchema });
  return edited(input, schema, ({ renaming, ...origin }, { db, by }) =>
    renameMember(db, renaming, by, origin),
  );
}

const memberSchema = z.strictObject({ list: z.enum(codedLists), code: text });

/** What uses a member of a list. */
export async function usesInDraft(input: { list: string; code: string }): Promise<Answer<MemberUses>> {
  return act(input, {
    permission: "look",
    schema: memberSchema,
    run: async ({ list, code }, { db }) => done(await usesOfMember(db, list, code)),
  });
}

/** Runs an edit for whoever may, and has what is on the screen read anew. */
async function edited<I>(
  input: unknown,
  schema: z.ZodType<I>,
  run: (value: I, call: Call) => Promise<Result<EditResult>>,
): Promise<EditAnswer> {
  const answer = await act(input, { permission: "edit-setup", schema, run });
  if (answer.ok) refresh();
  return answer;
}

/** Sets a finding aside, with the reason why it may stay. */
export async function setFindingAside(input: z.input<typeof setAsideInput>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: setAsideInput,
    run: (wanted, { db, by }) => setAside(db, wanted, by),
  });
  refresh();
  return answer;
}

/** Has a finding count again that was set aside. */
export async function countFindingAgain(key: string): Promise<Answer<undefined>> {
  const answer = await act(key, {
    permission: "edit-setup",
    schema: setAsideInput.shape.key,
    run: (one, { db, by }) => countAgain(db, one, by),
  });
  refresh();
  return answer;
}
