import type { RateReply } from "../../src/contracts/rate-protocol";
import { AMBERWAY_KEY, answerByProtocol } from "./amberway";
import { json, type Call, type Reply } from "./received";

/** Mistakes that people make who put the protocol before a system of theirs. */
export const mistakeKinds = [
  "takes-any-key",
  "amounts-as-numbers",
  "other-version",
  "forgets-a-question",
  "answers-by-place",
  "forgets-a-service",
  "unknown-service-is-an-error",
  "parts-without-surcharges",
  "moody-prices",
  "ignores-counts",
  "reads-grams",
  "promises-yesterday",
  "knows-all-fields",
  "breaks-on-bad-bodies",
  "no-weight-is-an-error",
  "slow",
  "a-few-questions-alone",
] as const;
export type MistakeKind = (typeof mistakeKinds)[number];

type Answers = RateReply["answers"];
interface Asked {
  readonly questions?: readonly {
    readonly services?: readonly string[];
    readonly parcels?: readonly { readonly weightKg?: string }[];
  }[];
}

const SLOW_MS = 160;
let mood = 0;

/** The reference server with mistakes in it. */
export async function brokenAnswer(call: Call, mistakes: ReadonlySet<MistakeKind>): Promise<Reply> {
  const has = (kind: MistakeKind) => mistakes.has(kind);
  if (has("slow") && call.method === "POST") await new Promise((done) => setTimeout(done, SLOW_MS));
  const asked = bodyOf(call);
  const early = refusal(call, asked, has);
  if (early) return early;
  const { reply } = answerByProtocol({
    ...call,
    header: keyed(call, has("takes-any-key")),
    body: altered(call.body, has),
  });
  if (reply.status !== 200 || call.method !== "POST") return reply;
  const read = JSON.parse(reply.body) as RateReply;
  const answers = changed(read.answers, has);
  const text = JSON.stringify({ ...read, answers, ...(has("other-version") ? { protocol: "rates/2" } : {}) });
  return {
    ...reply,
    body: has("amounts-as-numbers") ? text.replace(/"amount":"(-?[\d.]+)"/g, '"amount":$1') : text,
  };
}

function bodyOf({ body }: Call): Asked | undefined {
  try {
    return JSON.parse(body) as Asked;
  } catch {
    return undefined;
  }
}

function keyed({ header }: Call, isAny: boolean): Call["header"] {
  return (name) => (isAny && name === "authorization" ? `Bearer ${AMBERWAY_KEY}` : header(name));
}

type Has = (kind: MistakeKind) => boolean;

/** What a careless server does not even try to answer. */
function refusal(call: Call, asked: Asked | undefined, has: Has): Reply | undefined {
  if (call.method !== "POST") return undefined;
  const page: Reply = { status: 500, headers: { "content-type": "text/html" }, body: "<h1>Error</h1>" };
  if (has("breaks-on-bad-bodies") && !asked?.questions?.every(({ services }) => Array.isArray(services)))
    return page;
  const questions = asked?.questions ?? [];
  if (has("knows-all-fields") && asked && "later" in asked)
    return json(400, { title: "Unknown field later" });
  if (
    has("unknown-service-is-an-error") &&
    questions.some(({ services }) => services?.includes("NO-SUCH-SERVICE"))
  )
    return json(422, { title: "Unknown service" });
  if (
    has("no-weight-is-an-error") &&
    questions.some(({ parcels }) => parcels?.some(({ weightKg }) => !weightKg))
  )
    return json(422, { title: "Weight missing" });
  return has("a-few-questions-alone") && questions.length > 10 ? json(413, { title: "Too many" }) : undefined;
}

/** What it is asked, as it misreads it. */
function altered(body: string, has: Has): string {
  const counted = has("ignores-counts") ? body.replace(/"count":\d+/g, '"count":1') : body;
  if (!has("reads-grams")) return counted;
  // the larger the figure the lighter it takes the parcel for
  return counted.replace(
    /"weightKg":"([\d.]+)"/g,
    (_, kg: string) => `"weightKg":"${(20 - Number(kg)).toFixed(1)}"`,
  );
}

function changed(answers: Answers, has: Has): Answers {
  const kept = has("forgets-a-question") && answers.length > 1 ? answers.slice(1) : answers;
  return kept.map((one, i) => ({
    ...one,
    id: has("answers-by-place") ? String(i + 1) : one.id,
    rates: (has("forgets-a-service") ? one.rates.slice(1) : one.rates).map((rate) => ({
      ...rate,
      ...(has("moody-prices")
        ? { amount: (Number(rate.amount) + (mood++ % 7)).toFixed(2), parts: undefined }
        : {}),
      ...(has("parts-without-surcharges") ? { parts: rate.parts?.slice(0, 1) } : {}),
      ...(has("promises-yesterday") && rate.promise
        ? { promise: { ...rate.promise, earliest: "2020-01-01" } }
        : {}),
    })),
  }));
}
