import type { FailureCode } from "@/messages/failures";
import { failureSentence } from "@/messages/failures";
import type { Failure } from "../result";
import type { ApiAnswer } from "./call";
import { problemAnswer, statusOf } from "./problem";

const statuses: Partial<Record<FailureCode, number>> = {
  "not-found": 404,
  forbidden: 403,
  "instant-gone": 422,
  "bad-address": 400,
  "split-pieces": 422,
  "split-withheld": 422,
  "bill-known": 409,
  "bill-objected": 409,
  "nothing-to-object": 409,
  "objection-moved": 409,
  "rates-fit-nowhere": 409,
  busy: 503,
  unavailable: 503,
  fault: 500,
};

/** What a use case had against a call, as a problem document: 409 where it is about the state of things. */
export function failureAnswer(failure: Failure): ApiAnswer {
  const { code, problems, data } = failure;
  const status = code === "invalid" ? statusOf(problems) : (statuses[code] ?? 409);
  const detail = failureSentence<typeof code>(code, data as never);
  return problemAnswer(status, { detail, ...(problems.length > 0 ? { problems } : {}) });
}
