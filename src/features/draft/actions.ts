"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Change } from "@/core/setup/inverse";
import type { Json } from "@/core/setup/path";
import { codedLists } from "@/core/setup/setup";
import { problemSentence } from "@/messages/problem-sentence";
import { personWho } from "@/server/auth/person";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { log } from "@/server/log";
import type { Result } from "@/server/result";
import { editSetup, type EditResult } from "@/server/services/edit-setup";
import { usesOfMember, type MemberUses } from "@/server/services/member-uses";
import { renameMember, type Renaming } from "@/server/services/rename-member";
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

const unreadable: EditAnswer = {
  ok: false,
  code: "invalid",
  problems: [{ path: "", text: "This change can't be read." }],
};

/** Changes the draft: all of it or none. What is wrong comes back in words, with the path it is about. */
export async function editDraft(input: readonly Change[]): Promise<EditAnswer> {
  return answered(async (who) => {
    const changes = changesSchema.safeParse(input);
    return changes.success ? editSetup(database(), changes.data, who, now()) : unreadable;
  });
}

const text = z.string().max(200);
const renamingSchema = z.union([
  z.strictObject({ list: z.enum(codedLists), from: text, to: text }),
  z.strictObject({ chart: text, from: text, to: text }),
]);

/** Gives a member of a list, or a zone of a chart, another code wherever it is named. */
export async function renameInDraft(input: Renaming): Promise<EditAnswer> {
  return answered(async (who) => {
    const renaming = renamingSchema.safeParse(input);
    return renaming.success ? renameMember(database(), renaming.data, who, now()) : unreadable;
  });
}

const memberSchema = z.strictObject({ list: z.enum(codedLists), code: text });

/** What uses a member of a list. */
export async function usesInDraft(input: { list: string; code: string }): Promise<MemberUses> {
  const member = memberSchema.safeParse(input);
  if ("ok" in (await personWho("look")) || !member.success) return { places: [], outside: [] };
  return usesOfMember(database(), member.data.list, member.data.code);
}

/** Runs an edit for whoever may, words what went wrong, and lets nothing thrown out. */
async function answered(
  edit: (who: string) => Promise<Result<EditResult> | EditAnswer>,
): Promise<EditAnswer> {
  const person = await personWho("edit-setup");
  if ("ok" in person) return { ok: false, code: person.code, problems: [] };
  try {
    const result = await edit(person.name);
    if (!result.ok)
      return {
        ok: false,
        code: result.code,
        problems: result.problems.map((problem) =>
          "text" in problem ? problem : { path: problem.path, text: problemSentence(problem) },
        ),
      };
    refresh();
    const { changes, stamp } = "value" in result ? result.value : result;
    return { ok: true, changes, stamp };
  } catch (error) {
    log().error({ err: error }, "an edit failed");
    return { ok: false, code: "unavailable", problems: [] };
  }
}
