import type { RateQuestion } from "@/contracts/carrier-rates";
import type { LiveAnswer, LiveRequest } from "@/core/services/live-rate";
import type { Origin } from "@/core/setup/origin";
import type { CarrierAnswerRow, CarrierExchangeRow } from "@/db/queries/carriers";
import { byDeadline } from "./by-deadline";
import { aboutOf, type CarrierUse } from "./carrier-use";
import { carrierQuestions, fingerprintOf, type CarrierQuestion, type Fingerprint } from "./carrier-question";
import { costOfRate } from "./cost-of-rate";
import type { CarrierLine, LineAnswer } from "./carrier-line";

/** Shipments a quote asks carriers about; what is beyond is answered by fallback. */
export const MOST_QUESTIONS = 24;

/** A connection as it can be asked now. */
export interface OpenConnection {
  readonly line: CarrierLine;
  readonly settingsVersion: number;
  readonly dependsOn: Parameters<typeof fingerprintOf>[2]["dependsOn"];
  readonly account?: string;
}

export interface AskWith {
  readonly connectionOf: (code: string) => OpenConnection | undefined;
  readonly originOf: (code: string) => Origin | undefined;
  /** By the line's clock: when nobody waits any longer. */
  readonly deadline: number;
  readonly clock: () => number;
  readonly now: () => Date;
  /** Counts what quotes want of carriers. */
  readonly use?: CarrierUse;
}

/** What came of asking, to be kept and to be rated with. */
export interface Came {
  /** By the key of the core's question; for one that has none, why. */
  readonly answers: ReadonlyMap<string, LiveAnswer>;
  readonly kept: readonly CarrierAnswerRow[];
  readonly exchanges: readonly Omit<CarrierExchangeRow, "id">[];
}

/** Equal questions that are under way, in this process, by line: whoever comes later waits for the same answer. */
const underWay = new WeakMap<CarrierLine, Map<string, UnderWay>>();

interface UnderWay {
  asking: Promise<LineAnswer>;
  /** Whether its turn has come. */
  isBegun: boolean;
}

/**
 * Asks carriers what the core wants to know, all at once, each connection by its own line; what has no answer by the deadline
 * has none. Nothing is thrown, and nothing said here holds a secret.
 */
export async function askCarriers(requests: readonly LiveRequest[], asked: AskWith): Promise<Came> {
  const all = carrierQuestions(requests, asked.originOf);
  const chosen = all.slice(0, MOST_QUESTIONS);
  const came = await Promise.all(chosen.map((one) => askOne(one, asked)));
  const answers = new Map<string, LiveAnswer>();
  for (const one of came) for (const [key, answer] of one.answers) answers.set(key, answer);
  const at = asked.now().toISOString();
  for (const { requests: own } of all.slice(MOST_QUESTIONS))
    for (const { key } of own) answers.set(key, { failed: "beyond", at });
  return {
    answers,
    kept: came.flatMap(({ kept }) => kept),
    exchanges: came.flatMap(({ exchange }) => exchange ?? []),
  };
}

interface OneCame {
  readonly answers: readonly (readonly [string, LiveAnswer])[];
  readonly kept: readonly CarrierAnswerRow[];
  readonly exchange?: Omit<CarrierExchangeRow, "id">;
}

async function askOne(
  of: CarrierQuestion,
  { connectionOf, deadline, clock, now }: AskWith,
): Promise<OneCame> {
  const open = connectionOf(of.connection);
  if (!open) return { answers: [], kept: [] };
  const question = open.account === undefined ? of.question : { ...of.question, account: open.account };
  const begun = clock();
  const { call, isOwn } = once(open.line, question, deadline);
  // also whoever waits for its turn, or for another's call, waits no longer than this
  const inTime = await byDeadline(call.asking, deadline - clock(), undefined);
  const answer: LineAnswer = inTime ?? (call.isBegun ? { fault: "late" } : { notAsked: "no-time" });
  const ms = Math.round(clock() - begun);
  const at = now().toISOString();
  const all = of.requests.map((request) => ({
    request,
    live: { ...liveAnswer(answer, request.liveService), at, ms },
  }));
  const read = all.filter(({ live }) => !("failed" in live));
  const nameOf = (service: string): Fingerprint =>
    fingerprintOf({ ...of, question }, service, open, open.settingsVersion);
  return {
    answers: all.map(({ request, live }) => [request.key, live]),
    kept: read.map(({ request, live }) => ({
      ...nameOf(request.liveService),
      connection: of.connection,
      answer: live,
      at,
      about: aboutOf(request),
    })),
    // whoever waited for another's call made none
    ...(isOwn
      ? {
          exchange: {
            connection: of.connection,
            at,
            ms,
            outcome: outcomeOf(answer, read.length, of.requests.length),
            question: masked(question),
            answer,
          },
        }
      : {}),
  };
}

/** Asks, or waits for whoever asks the same already. */
function once(
  line: CarrierLine,
  question: RateQuestion,
  deadline: number,
): { readonly call: UnderWay; readonly isOwn: boolean } {
  const same = underWay.get(line) ?? new Map<string, UnderWay>();
  underWay.set(line, same);
  const name = JSON.stringify(question);
  const going = same.get(name);
  if (going) return { call: going, isOwn: false };
  const call: UnderWay = { asking: Promise.resolve({ notAsked: "no-time" }), isBegun: false };
  call.asking = line
    .ask([question], deadline, () => (call.isBegun = true))
    .then(([answer = { fault: "malformed" as const }]) => answer)
    .finally(() => same.delete(name));
  same.set(name, call);
  return { call, isOwn: true };
}

type Said<T = LiveAnswer> = T extends LiveAnswer ? Omit<T, "at" | "ms"> : never;

/** What an answer says of one service, or why it says nothing that can be used. */
function liveAnswer(answer: LineAnswer, service: string): Said {
  if ("notAsked" in answer) return { failed: answer.notAsked };
  if ("fault" in answer)
    return { failed: answer.fault, ...(answer.said === undefined ? {} : { said: answer.said }) };
  const rate = answer.rates.find((one) => one.service === service);
  if (rate) {
    const cost = costOfRate(rate);
    return cost === undefined ? { failed: "malformed" } : { amount: cost, currency: rate.currency };
  }
  const declined = answer.declined.find((one) => one.service === service);
  return declined ? { declined: declined.reason } : { failed: "answered-in-part" };
}

function outcomeOf(answer: LineAnswer, read: number, wanted: number): string {
  if ("notAsked" in answer) return answer.notAsked;
  if ("fault" in answer) return answer.fault;
  return read === wanted ? "answered" : "answered-in-part";
}

/** A question as it is kept: an account by its last two signs. */
function masked({ account, ...question }: RateQuestion): object {
  return account === undefined ? question : { ...question, account: `…${account.slice(-2)}` };
}

/** Which answer, kept under a fingerprint, is which of the core's questions'. */
export function keptUnder(
  requests: readonly LiveRequest[],
  { connectionOf, originOf }: Pick<AskWith, "connectionOf" | "originOf">,
): readonly (Fingerprint & { readonly request: LiveRequest })[] {
  return carrierQuestions(requests, originOf).flatMap((of) => {
    const open = connectionOf(of.connection);
    if (!open) return [];
    const question = open.account === undefined ? of.question : { ...of.question, account: open.account };
    return of.requests.map((request) => ({
      ...fingerprintOf({ ...of, question }, request.liveService, open, open.settingsVersion),
      request,
    }));
  });
}
