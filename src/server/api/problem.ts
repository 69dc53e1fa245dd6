import "server-only";
import { jsonAnswer, type ApiAnswer } from "./call";
import type { ProblemDocument } from "@/contracts/problem-document";
import type { Problem } from "@/core/setup/problem";
import { problemSentence } from "@/messages/problem-sentence";

const titles: Record<number, string> = {
  400: "Malformed request",
  401: "An API key is needed",
  403: "The key's scopes do not cover this",
  404: "Not found",
  405: "Method not allowed",
  409: "Does not fit the state of things",
  411: "The length of the body is needed",
  412: "Changed meanwhile",
  413: "Too large",
  422: "Refers to something unknown",
  428: "Say what you looked at",
  429: "Too many requests",
  500: "Something went wrong here",
  503: "Not ready",
};

/** Problems that are about what the request names, and not about how it is written. */
const unknowns = new Set(["unknown-code", "unknown-sku"]);

export function statusOf(problems: readonly Problem[]): 400 | 422 {
  return problems.every((problem) => unknowns.has(problem.code)) ? 422 : 400;
}

/** An answer of the type `application/problem+json` (RFC 9457). */
export function problemAnswer(
  status: number,
  options: { detail?: string; problems?: readonly Problem[]; headers?: Record<string, string> } = {},
): ApiAnswer {
  const body: ProblemDocument = {
    type: `urn:wallodrom:problem:${status}`,
    title: titles[status] ?? "Problem",
    status,
    ...(options.detail === undefined ? {} : { detail: options.detail }),
    ...(options.problems === undefined ? {} : { errors: toldProblems(options.problems) }),
  };
  return jsonAnswer(body, { status, type: "application/problem+json", headers: options.headers ?? {} });
}

/** Problems as answers tell them: each with a pointer to its field, in words. */
export function toldProblems(problems: readonly Problem[]) {
  return problems.map(toError);
}

function toError(problem: Problem) {
  const pointer =
    problem.path === ""
      ? ""
      : `/${problem.path
          .split("/")
          .map((segment) => decodeURIComponent(segment).replace(/~/g, "~0").replace(/\//g, "~1"))
          .join("/")}`;
  return {
    pointer,
    code: problem.code,
    detail: problemSentence(problem),
    ...(problem.hint ? { hint: problem.hint } : {}),
  };
}
