"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { bill } from "@/core/recovery/bill";
import { code } from "@/core/setup/primitives";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { billWordsSchema, setBillWords } from "@/server/recovery/bill-words";
import { objectionStep, type ObjectionStep } from "@/core/recovery/objection";
import { moveObjection, objectionInput, objectTo } from "@/server/recovery/objections";
import { takeBill, takeBillBack, type TakenBill } from "@/server/recovery/take-bill";

const billInput = z.strictObject({ carrier: code, words: billWordsSchema, bill });

/** Takes a bill in, and keeps how this carrier's bills are read. */
export async function storeBill(input: z.input<typeof billInput>): Promise<Answer<TakenBill>> {
  const answer = await act(input, {
    permission: "see-bills",
    schema: billInput,
    run: async ({ carrier, words, bill: document }, { db, by }) => {
      const kept = await setBillWords(db, carrier, words, by);
      return kept.ok ? takeBill(db, carrier, document, by) : kept;
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
