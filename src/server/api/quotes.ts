import "server-only";
import { z } from "zod";
import { wordQuote } from "@/messages/word-quote";
import { ratingDatabase } from "../database";
import { revisionSetup } from "../services/live-setup";
import { currentSuspensions } from "../services/suspensions";
import { rateAsking } from "../carriers/rate-asking";
import { askedQuote } from "./asked-quote";
import { meters } from "../metrics/meters";
import { jsonAnswer, type ApiAnswer, type ApiCall } from "./call";
import { door } from "./door";
import { problemAnswer, statusOf } from "./problem";
import { publicQuote } from "./public-quote";

const query = z.strictObject({ revision: z.coerce.number().int().min(1).max(999_999_999).optional() });

/** `POST /quotes`: what we pay and earn is told only to keys with the scope `costs`. */
export const quotesDoor = door({
  scope: "quotes",
  summary:
    "Which offers an order can be given, at what charge, and why the others are withheld; by what is live, or with the scope `setup` by an older revision.",
  body: askedQuote,
  query,
  answers: { status: 200, text: "The quote, with the revision that made it." },
  handle: async ({ body: { live: mode = "now", ...request }, query: { revision }, admitted }) => {
    if (revision !== undefined && !admitted.scopes.includes("setup"))
      return problemAnswer(403, { detail: "The scope “setup” is needed." });
    const db = ratingDatabase();
    const number = revision ?? admitted.live;
    const live = number === undefined ? undefined : await revisionSetup(db, number);
    if (!live)
      return revision === undefined
        ? problemAnswer(503, { detail: "No business is set up yet." })
        : problemAnswer(404, { detail: `There is no revision ${revision}.` });
    const suspensions = await currentSuspensions(db, admitted.suspended);
    const quoted = await rateAsking(db, live, request, { ...admitted, suspensions, mode });
    if (!quoted.ok) return problemAnswer(statusOf(quoted.problems), { problems: quoted.problems });
    const worded = wordQuote(quoted.value);
    return jsonAnswer({
      revision: live.number,
      ...(admitted.scopes.includes("costs") ? worded : publicQuote(worded)),
    });
  },
});

/** The door, with how long it took and what came of it counted. */
export async function postQuote(call: ApiCall): Promise<ApiAnswer> {
  const { quotes, quoteSeconds } = meters();
  const end = quoteSeconds.startTimer();
  const answer = await quotesDoor.answer(call);
  end();
  quotes.inc({ status: String(answer.status) });
  return answer;
}
