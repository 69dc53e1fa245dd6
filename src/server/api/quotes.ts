import "server-only";
import { quoteRequestSchema } from "@/core/quote/request";
import { wordQuote } from "@/messages/word-quote";
import { now } from "../clock";
import { database } from "../database";
import { currentSetup } from "../services/current-setup";
import { rateRequest } from "../services/rate";
import { endpoint } from "./endpoint";
import { problemResponse, statusOf } from "./problem";
import { withoutCosts } from "./without-costs";

/** `POST /api/v1/quotes`: what we pay and earn is told only to keys with the scope `costs`. */
export const postQuote = endpoint({
  scope: "quotes",
  body: quoteRequestSchema,
  handle: async (request, key) => {
    const current = await currentSetup(database(), "live");
    if (!current) return problemResponse(503, { detail: "No business is set up yet." });
    if (!current.compiled.ok) return problemResponse(503, { problems: current.compiled.problems });
    const quoted = await rateRequest(database(), current.compiled.value, request, now());
    if (!quoted.ok) return problemResponse(statusOf(quoted.problems), { problems: quoted.problems });
    const worded = wordQuote(quoted.value);
    return Response.json({
      revision: current.stamp,
      ...(key.scopes.includes("costs") ? worded : withoutCosts(worded)),
    });
  },
});
