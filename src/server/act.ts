import "server-only";
import { randomUUID } from "node:crypto";
import type { z } from "zod";
import { fitText } from "@/core/setup/fit-text";
import type { By } from "@/db/queries/activity";
import type { PooledDatabase } from "@/db/connect";
import { refusal, type Answer, type Refusal } from "@/messages/answer";
import { failureSentence } from "@/messages/failures";
import { problemSentence } from "@/messages/problem-sentence";
import { personWho, type Person } from "./auth/person";
import type { Permission } from "./auth/roles";
import { now } from "./clock";
import { database } from "./database";
import { isDatabaseAway } from "./database-away";
import { logFailure } from "./log";
import { failed, type Failure, type Result } from "./result";

/** What an action is run with: who asked, when, and the database. */
export interface Call {
  readonly db: PooledDatabase;
  readonly person: Person;
  readonly now: Date;
  readonly by: By;
}

interface Act<I, O> {
  readonly permission: Permission;
  readonly schema: z.ZodType<I>;
  /** What is said of a field that does not fit, by its name. */
  readonly words?: Readonly<Record<string, string>>;
  readonly run: (value: I, call: Call) => Promise<Result<O>>;
}

/**
 * The one way in which people change anything: checks who calls and with what, does it, and says in words what went
 * wrong; nothing thrown gets out.
 */
export async function act<I, O>(
  input: unknown,
  { permission, schema, words = {}, run }: Act<I, O>,
): Promise<Answer<O>> {
  return guarded(async () => {
    const person = await personWho(permission);
    if ("ok" in person) return worded(person);
    const parsed = readInput(schema, input, words);
    if (!parsed.ok) return parsed;
    const at = now();
    const result = await run(parsed.value, { db: database(), person, now: at, by: { who: person, now: at } });
    return result.ok ? result : worded(result);
  });
}

interface PublicAct<I, O> extends Pick<Act<I, O>, "schema" | "words"> {
  readonly run: (value: I, call: Pick<Call, "db" | "now">) => Promise<Result<O>>;
}

/** For the few actions whose permission is a link somebody was sent. */
export async function actByLink<I, O>(
  input: unknown,
  { schema, words = {}, run }: PublicAct<I, O>,
): Promise<Answer<O>> {
  return guarded(async () => {
    const parsed = readInput(schema, input, words);
    if (!parsed.ok) return parsed;
    const result = await run(parsed.value, { db: database(), now: now() });
    return result.ok ? result : worded(result);
  });
}

async function guarded<O>(run: () => Promise<Answer<O>>): Promise<Answer<O>> {
  try {
    return await run();
  } catch (error) {
    const number = randomUUID().slice(0, 8);
    logFailure("an action failed", error, { number });
    return isDatabaseAway(error) ? worded(failed("unavailable")) : refusal("fault", { number });
  }
}

/** Reads what was sent: texts that can be kept, in the shape that is asked for. */
function readInput<I>(
  schema: z.ZodType<I>,
  input: unknown,
  words: Readonly<Record<string, string>>,
): Answer<I> {
  const text = fitText(input);
  if (!text.ok) return worded(failed("invalid", [{ code: text.code, path: text.path, data: {} }]));
  const parsed = schema.safeParse(text.value);
  return parsed.success ? { ok: true, value: parsed.data } : misfit(parsed.error, words);
}

/** What was sent does not fit: by fields where words for them were given. */
function misfit(error: z.ZodError, words: Readonly<Record<string, string>>): Refusal {
  const field = error.issues[0]?.path.map(String).at(-1);
  const text = words[field ?? ""] ?? failureSentence("invalid", {});
  return { ok: false, code: "invalid", text, problems: field === undefined ? [] : [{ path: field, text }] };
}

/** A failure in words: those of its first field where it is about fields. */
export function worded(failure: Failure): Refusal {
  const problems = failure.problems.map((problem) => ({
    path: problem.path,
    text: problemSentence(problem),
  }));
  return {
    ok: false,
    code: failure.code,
    text: problems[0]?.text ?? failureText(failure),
    problems,
  };
}

function failureText(failure: Failure): string {
  return failureSentence<typeof failure.code>(failure.code, failure.data as never);
}
