"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { bill } from "@/core/recovery/bill";
import { code } from "@/core/setup/primitives";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { agreementInput, agreeToMatches, type Agreed } from "@/server/recovery/agree-matches";
import { billWordsSchema, setBillWords } from "@/server/recovery/bill-words";
import { objectionStep, type ObjectionStep } from "@/core/recovery/objection";
import { moveObjection, objectionInput, objectTo } from "@/server/recovery/objections";
import { done, type Result } from "@/server/result";
import { startJob } from "@/server/services/jobs";
import { takeBill, takeBillBack, type TakenBill } from "@/server/recovery/take-bill";

const billInput = z.strictObject({ carrier: code, words: billWordsSchema, bill });

/** Lines that are taken in while somebody waits; more are work for a job. */
const MOST_AT_ONCE = 3000;

/** Takes a bill in, and keeps how this carrier's bills are read; a long one is work that goes on. */
export async function storeBill(
  input: z.input<typeof billInput>,
): Promise<Answer<TakenBill | { readonly job: string }>> {
  const answer = await act(input, {
    permission: "see-bills",
    schema: billInput,
    run: async (
      { carrier, words, bill: document },
      { db, by },
    ): Promise<Result<TakenBill | { readonly job: string }>> => {
      const kept = await setBillWords(db, carrier, words, by);
      if (!kept.ok) return kept;
      if (document.lines.length <= MOST_AT_ONCE) return takeBill(db, carrier, document, by);
      return done({
        job: await startJob(db, { kind: "take-bill", queue: "long", data: { carrier, bill: document } }, by),
      });
    },
  });
  refresh();
  return answer;
}

/** Takes a bill back, with all that was worked out of it. */
export async function undoBill(id: string): Promise<Answer<undefined>> {
  const answer = await act(id, {
    permission: "see-bills",
    schema: z.uuid(),
    run: (known, { db, by }) => takeBillBack(db, known, by),
  });
  refresh();
  return answer;
}

/** Says of shipments a bill proposes whether they are ours. */
export async function agree(input: z.input<typeof agreementInput>): Promise<Answer<Agreed>> {
  const answer = await act(input, {
    permission: "see-bills",
    schema: agreementInput,
    run: (known, { db, by }) => agreeToMatches(db, known, by),
  });
  refresh();
  return answer;
}

/** Objects to some of a bill's shipments. */
export async function object(
  input: z.input<typeof objectionInput>,
): Promise<Answer<{ readonly count: number }>> {
  const answer = await act(input, {
    permission: "see-bills",
    schema: objectionInput,
    words: { reason: "The carrier needs a reason, of at most 500 characters." },
    run: (known, { db, by }) => objectTo(db, known, by),
  });
  refresh();
  return answer;
}

/** Says what became of an objection. */
export async function sayOfObjection(input: ObjectionStep): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "see-bills",
    schema: objectionStep,
    words: { credited: "An amount is needed, like 12.50." },
    run: (step, { db, by }) => moveObjection(db, step, by),
  });
  refresh();
  return answer;
}
