import "server-only";
import type { z } from "zod";
import { failureSentence } from "@/messages/failure-sentence";
import { problemSentence } from "@/messages/problem-sentence";
import { personWho, type Person } from "./auth/person";
import type { Permission } from "./auth/roles";
import { now } from "./clock";
import { log } from "./log";
import type { Result } from "./result";

/** What an action comes back with: its value, or one sentence with the field it is about. */
export type Answer<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly code: string; readonly text: string; readonly field?: string };

interface Act<I, O> {
  readonly permission: Permission;
  readonly schema: z.ZodType<I>;
  /** What is said of a field that does not fit, by its name. */
  readonly words?: Readonly<Record<string, string>>;
  readonly run: (value: I, by: { readonly person: Person; readonly now: Date }) => Promise<Result<O>>;
}

/** Checks who calls and with what, does it, and says in words what went wrong; nothing thrown gets out. */
export async function act<I, O>(
  input: unknown,
  { permission, schema, words = {}, run }: Act<I, O>,
): Promise<Answer<O>> {
  const person = await personWho(permission);
  if ("ok" in person) return refusal(person.code);
  const parsed = schema.safeParse(input);
  if (!parsed.success) {
    const field = parsed.error.issues[0]?.path.map(String).at(-1);
    return { ...refusal("invalid", words[field ?? ""]), ...(field === undefined ? {} : { field }) };
  }
  try {
    const result = await run(parsed.data, { person, now: now() });
    if (result.ok) return result;
    const [problem] = result.problems;
    return {
      ...refusal(result.code, problem ? problemSentence(problem) : undefined),
      ...(problem ? { field: problem.path } : {}),
    };
  } catch (error) {
    log().error({ err: error }, "an action failed");
    return refusal("unavailable");
  }
}

function refusal(code: string, text?: string) {
  return { ok: false, code, text: text ?? failureSentence(code) } as const;
}
