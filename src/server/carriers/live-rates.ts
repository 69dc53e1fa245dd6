import type { CompiledSetup } from "@/core/quote/compiled-setup";
import { planLiveRequests, type QuoteContext } from "@/core/quote/quote-order";
import type { QuoteRequest } from "@/core/quote/request";
import type { LiveAnswer, LiveRates, LiveRequest } from "@/core/services/live-rate";
import type { Database } from "@/db/connect";
import { keepAnswers, keepExchanges, keepFallbacks, lastKnown, readAnswers } from "@/db/queries/carriers";
import { logFailure } from "../log";
import { askCarriers, keptUnder, type AskWith } from "./ask-carriers";
import { aboutOf, type WantedAnswer } from "./carrier-use";

/** Whether carriers are asked, only what they have answered is used, or not even that. */
export type LiveMode = "now" | "cached" | "never";

/** Answers change where parcels leave from, and that changes the questions: asked so often at most. */
const ROUNDS = 2;

/**
 * What carriers say about an order, for `quote` to rate it with: what is known already, or kept and new enough, else asked, in at most two rounds
 * and by the deadline. What has no answer is left out; the core knows what each service wants then.
 */
export async function liveRatesFor(
  db: Database,
  compiled: CompiledSetup,
  request: QuoteRequest,
  context: QuoteContext,
  asked: AskWith & { readonly mode: LiveMode; readonly known?: LiveRates },
): Promise<LiveRates> {
  // why somebody had no answer then does not keep anybody from asking now
  const rates = new Map([...(asked.known ?? [])].filter(([, answer]) => !("failed" in answer)));
  if (asked.mode === "never") return rates;
  const looked = new Set<string>();
  const wanted: (WantedAnswer & { readonly request: LiveRequest })[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const plan = planLiveRequests(compiled, request, { ...context, liveRates: rates });
    const open = plan.ok ? plan.value.filter(({ key }) => !looked.has(key)) : [];
    if (open.length === 0) break;
    for (const { key } of open) looked.add(key);
    await addKept(db, open, asked, rates);
    if (asked.mode === "cached") continue;
    const still = stillOpen(compiled, request, { ...context, liveRates: rates }, open);
    const came = await askCarriers(still, asked);
    for (const [key, answer] of came.answers) rates.set(key, answer);
    await Promise.all([keepAnswers(db, came.kept), keepExchanges(db, came.exchanges)]);
    const isStill = new Set(still.map(({ key }) => key));
    for (const one of open) {
      const { key, connection } = one;
      const isKept = !isStill.has(key);
      wanted.push({
        connection,
        request: one,
        isKept,
        answer: isKept ? rates.get(key) : came.answers.get(key),
      });
    }
  }
  // what is counted of a quote never costs it its answers
  await keepUse(db, wanted, asked).catch((error: unknown) =>
    logFailure("a carrier's use was not kept", error),
  );
  return rates;
}

/** Keeps how a quote came by what it wanted: what had no answer, and counts of all. */
async function keepUse(
  db: Database,
  wanted: readonly (WantedAnswer & { readonly request: LiveRequest })[],
  asked: AskWith,
): Promise<void> {
  // only quotes and orders are counted
  if (!asked.use) return;
  const set = wanted.filter(({ connection }) => asked.connectionOf(connection));
  const without = new Map(
    set.flatMap(({ request, answer, isKept }) =>
      !isKept && answer && "failed" in answer
        ? [[request.key, { request, why: answer.failed }] as const]
        : [],
    ),
  );
  const at = asked.now();
  const named = keptUnder(
    [...without.values()].map(({ request }) => request),
    asked,
  );
  await keepFallbacks(
    db,
    named.map(({ knownAs, request }) => ({
      connection: request.connection,
      at: at.toISOString(),
      knownAs,
      why: without.get(request.key)?.why ?? "",
      about: aboutOf(request),
    })),
  );
  asked.use.count(set, at);
  await asked.use.write(db, asked.clock);
}

/** What of these the core still wants to know: what is kept may be too old. */
function stillOpen(
  compiled: CompiledSetup,
  request: QuoteRequest,
  context: QuoteContext,
  open: readonly LiveRequest[],
): readonly LiveRequest[] {
  const plan = planLiveRequests(compiled, request, context);
  const keys = new Set(open.map(({ key }) => key));
  return plan.ok ? plan.value.filter(({ key }) => keys.has(key)) : [];
}

/** Adds what is kept: the answer to the very question, and the last one for any day. */
async function addKept(
  db: Database,
  open: readonly LiveRequest[],
  asked: AskWith,
  rates: Map<string, LiveAnswer>,
): Promise<void> {
  const names = keptUnder(open, asked);
  const [answers, known] = await Promise.all([
    readAnswers(
      db,
      names.map(({ fingerprint }) => fingerprint),
    ),
    lastKnown(
      db,
      names.map(({ knownAs }) => knownAs),
    ),
  ]);
  const byName = new Map(answers.map((row) => [row.fingerprint, row.answer as LiveAnswer]));
  const byKnown = new Map(known.map((row) => [row.knownAs, row.answer as LiveAnswer]));
  for (const { fingerprint, knownAs, request } of names) {
    const [own, last] = [byName.get(fingerprint), byKnown.get(knownAs)];
    if (own) rates.set(request.key, own);
    if (last) rates.set(request.lastKnownKey, last);
  }
}
