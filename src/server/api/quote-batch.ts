import "server-only";
import { z } from "zod";
import { parseWith } from "@/core/setup/parse-setup";
import { wordQuote } from "@/messages/word-quote";
import { ratingDatabase } from "../database";
import { revisionSetup } from "../services/live-setup";
import { currentSuspensions } from "../services/suspensions";
import { rateAsking } from "../carriers/rate-asking";
import { askedQuote, type AskedQuote } from "./asked-quote";
import { jsonAnswer } from "./call";
import { door } from "./door";
import { problemAnswer, toldProblems } from "./problem";
import { publicQuote } from "./public-quote";

const MOST_AT_ONCE = 1000;
const MOST_BATCH_BYTES = 12_000_000;

/** `POST /quotes/batch`: many questions at once, each answered by itself, all by one revision. */
export const quoteBatchDoor = door({
  scope: "quotes",
  summary: "Up to 1,000 quotes at once, all by what is live; what can't be quoted keeps no other out.",
  body: z.strictObject({ quotes: z.array(z.unknown()).min(1).max(MOST_AT_ONCE) }),
  mostBytes: MOST_BATCH_BYTES,
  answers: {
    status: 200,
    text: "`revision`, and `data`: for each question in its place a quote, or `errors` with what is wrong with it.",
  },
  handle: async ({ body: { quotes }, admitted }) => {
    const db = ratingDatabase();
    const live = admitted.live === undefined ? undefined : await revisionSetup(db, admitted.live);
    if (!live) return problemAnswer(503, { detail: "No business is set up yet." });
    const suspensions = await currentSuspensions(db, admitted.suspended);
    const told = admitted.scopes.includes("costs") ? <T>(quote: T) => quote : publicQuote;
    const rated = ({ live: mode = "now", ...request }: AskedQuote) =>
      rateAsking(db, live, request, { ...admitted, suspensions, mode });
    const data: object[] = [];
    for (const input of quotes) {
      const read = parseWith(askedQuote, input);
      const quoted = read.ok ? await rated(read.value) : read;
      data.push(quoted.ok ? told(wordQuote(quoted.value)) : { errors: toldProblems(quoted.problems) });
    }
    return jsonAnswer({ revision: live.number, data });
  },
});
