import {
  BrokenCircuitError,
  bulkhead,
  BulkheadRejectedError,
  circuitBreaker,
  CircuitState,
  ConsecutiveBreaker,
  handleWhenResult,
  wrap,
} from "cockatiel";
import type {
  Adapter,
  AdapterCall,
  AdapterReply,
  AdapterSettings,
  CarrierService,
  RateAnswer,
  RateFailure,
  RateQuestion,
} from "@/contracts/carrier-rates";
import type { sendOut } from "../outgoing/send-out";

/** Calls of one connection that are under way at once, and that may wait for their turn. */
const AT_ONCE = 8;
const MOST_WAITING = 200;
/** Failures in a row after which a connection is left alone, and for how long before it is tried with one call. */
const MOST_FAILURES = 5;
const LEFT_ALONE_MS = 10_000;
const MOST_BYTES = 1_000_000;
/** Less than this is not worth a second try. */
const LEAST_MS = 30;

/** Why a carrier was not asked: it failed again and again, it asked for a pause, too many wait, or no time is left. */
export type NotAsked = "left-alone" | "paused" | "full" | "no-time";
export type LineAnswer = RateAnswer | { readonly notAsked: NotAsked };

export interface LineOptions {
  readonly adapter: Adapter;
  readonly settings: AdapterSettings;
  /** The settings with the secrets before: tried where the carrier does not know the new ones. */
  readonly former?: AdapterSettings;
  readonly url: string;
  /** ms after which nobody waits for this connection any more. */
  readonly timeoutMs: number;
  readonly loopback: boolean;
  readonly send: typeof sendOut;
  /** ms since an instant that never moves back. */
  readonly clock: () => number;
  /** ms a carrier that fails again and again is left alone. */
  readonly leftAloneMs?: number;
}

/** How a line stands: asked as usual, left alone, or tried with one call. */
export type LineState = "closed" | "open" | "half-open";

/**
 * The way to one carrier's system: so many calls at once, none longer than its time, a second try for a broken connection
 * alone, a pause where the carrier asks for one, and left alone after failures in a row. One line never waits for another.
 */
export class CarrierLine {
  readonly #of: LineOptions;
  readonly #breaker;
  readonly #policy;
  #pausedUntil = 0;

  constructor(of: LineOptions) {
    this.#of = of;
    const isFailed = handleWhenResult((answers) => (answers as readonly LineAnswer[]).every(isFailure));
    const halfOpenAfter = of.leftAloneMs ?? LEFT_ALONE_MS;
    this.#breaker = circuitBreaker(isFailed, {
      halfOpenAfter,
      breaker: new ConsecutiveBreaker(MOST_FAILURES),
    });
    this.#policy = wrap(bulkhead(AT_ONCE, MOST_WAITING), this.#breaker);
  }

  get state(): LineState {
    const { state } = this.#breaker;
    return state === CircuitState.Closed ? "closed" : state === CircuitState.HalfOpen ? "half-open" : "open";
  }

  /** ms for which it is left alone as it asked to be. */
  get pauseMs(): number {
    return Math.max(0, this.#pausedUntil - this.#of.clock());
  }

  /**
   * Asks about shipments; each has its answer in its place, `deadline` by the clock at the latest. `begun` is told when its
   * turn has come and it is asked. Never throws.
   */
  async ask(
    questions: readonly RateQuestion[],
    deadline: number,
    begun?: () => void,
  ): Promise<readonly LineAnswer[]> {
    if (questions.length === 0) return [];
    const same = (answer: LineAnswer) => questions.map(() => answer);
    if (this.#of.clock() < this.#pausedUntil) return same({ notAsked: "paused" });
    try {
      return await this.#policy.execute(async () => {
        const left = deadline - this.#of.clock();
        if (left < LEAST_MS) return same({ notAsked: "no-time" });
        begun?.();
        const answers = await this.#rates(
          questions,
          Math.min(deadline, this.#of.clock() + this.#of.timeoutMs),
        );
        this.#pause(answers);
        return answers;
      });
    } catch (error) {
      if (error instanceof BrokenCircuitError) return same({ notAsked: "left-alone" });
      if (error instanceof BulkheadRejectedError) return same({ notAsked: "full" });
      throw error;
    }
  }

  /** The services the carrier says it has; asked by people alone, so that neither pause nor failures keep it. Never throws. */
  async services(deadline: number): Promise<readonly CarrierService[] | RateFailure> {
    const { adapter, settings } = this.#of;
    try {
      return await adapter.services(settings, (call) => this.#send(call, deadline));
    } catch {
      return { fault: "malformed" };
    }
  }

  async #rates(questions: readonly RateQuestion[], until: number): Promise<readonly RateAnswer[]> {
    const { adapter, settings, former } = this.#of;
    const ask = (by: AdapterSettings) => adapter.rates(questions, by, (call) => this.#send(call, until));
    try {
      const answers = await ask(settings);
      const isUnknown = answers.every((one) => "fault" in one && one.fault === "sign-in");
      return former && isUnknown ? await ask(former) : answers;
    } catch {
      // an adapter that breaks over what a carrier says has not understood it
      return questions.map((): RateAnswer => ({ fault: "malformed" }));
    }
  }

  /** One call, and where the connection broke one more while there is time. */
  async #send(call: AdapterCall, until: number): Promise<AdapterReply> {
    const first = await this.#once(call, until);
    const isBroken = !first.ok && first.why === "unreachable";
    return isBroken && until - this.#of.clock() > LEAST_MS ? this.#once(call, until) : first;
  }

  async #once({ path, ...call }: AdapterCall, until: number): Promise<AdapterReply> {
    const { url, loopback, send, clock } = this.#of;
    const deadline = Math.max(1, Math.floor(until - clock()));
    const back = await send({
      ...call,
      url: `${url.replace(/\/+$/, "")}${path}`,
      deadline,
      mostBytes: MOST_BYTES,
      loopback,
    });
    if (!back.ok) return { ok: false, why: back.why };
    return {
      ok: true,
      status: back.status,
      header: (name) => back.headers.get(name) ?? undefined,
      body: back.body,
    };
  }

  /** Leaves the carrier alone for as long as it asks to be. */
  #pause(answers: readonly RateAnswer[]): void {
    for (const answer of answers)
      if ("fault" in answer && answer.waitS !== undefined)
        this.#pausedUntil = Math.max(this.#pausedUntil, this.#of.clock() + answer.waitS * 1000);
  }
}

/** Whether the carrier's system failed, as against saying something of the shipment. */
function isFailure(answer: LineAnswer): boolean {
  return "fault" in answer;
}
