import "server-only";
import { quoteRequestSchema } from "@/core/quote/request";
import { wordQuote } from "@/messages/word-quote";
import { ratingDatabase } from "../database";
import { revisionSetup } from "../services/live-setup";
import { currentSuspensions } from "../services/suspensions";
import { rateByCatalogue } from "../services/rate";
import { jsonAnswer } from "./call";
import { endpoint } from "./endpoint";
import { problemAnswer, statusOf } from "./problem";
import { publicQuote } from "./public-quote";

/** `POST /api/v1/quotes`: what we pay and earn is told only to keys with the scope `costs`. */
export const postQuote = endpoint({
  scope: "quotes",
  body: quoteRequestSchema,
  handle: async (request, admitted) => {
    const db = ratingDatabase();
    const live = admitted.live === undefined ? undefined : await revisionSetup(db, admitted.live);
    if (!live) return problemAnswer(503, { detail: "No business is set up yet." });
    const suspensions = await currentSuspensions(db, admitted.suspended);
    const quoted = await rateByCatalogue(db, live.compiled, request, { ...admitted, suspensions });
    if (!quoted.ok) return problemAnswer(statusOf(quoted.problems), { problems: quoted.problems });
    const worded = wordQuote(quoted.value);
    return jsonAnswer({
      revision: live.number,
      ...(admitted.scopes.includes("costs") ? worded : publicQuote(worded)),
    });
  },
});
