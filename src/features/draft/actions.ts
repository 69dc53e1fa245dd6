"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Change } from "@/core/setup/inverse";
import type { Json } from "@/core/setup/path";
import { problemSentence } from "@/messages/problem-sentence";
import { personWho } from "@/server/auth/person";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { log } from "@/server/log";
import { editSetup } from "@/server/services/edit-setup";
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
export async function editDraft(input: readonly Change[]): Promise<EditAnswer> {
  const person = await personWho("edit-setup");
  if ("ok" in person) return { ok: false, code: person.code, problems: [] };
  const changes = changesSchema.safeParse(input);
  if (!changes.success)
    return { ok: false, code: "invalid", problems: [{ path: "", text: "This change can't be read." }] };
  try {
    const result = await editSetup(database(), changes.data, person.name, now());
    if (!result.ok)
      return {
        ok: false,
        code: result.code,
        problems: result.problems.map((problem) => ({ path: problem.path, text: problemSentence(problem) })),
      };
    refresh();
    return { ok: true, changes: result.value.changes };
  } catch (error) {
    log().error({ err: error }, "an edit failed");
    return { ok: false, code: "unavailable", problems: [] };
  }
}
