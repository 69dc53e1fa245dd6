import { RATE_PROTOCOL, rateReply, type ProtocolQuestion, type RateReply } from "@/contracts/rate-protocol";

const PATIENCE_MS = 10_000;

/** What a server answered to a call of the check. */
export interface Heard {
  readonly status: number;
  readonly type: string;
  readonly body: string;
  readonly json: unknown;
  readonly ms: number;
}

/** A fault found while asking: the check ends with it. */
export class Wrong extends Error {}

/** Asks a server that says it speaks the protocol; what can't be asked or read is wrong. */
export class CarrierProbe {
  constructor(
    readonly url: string,
    readonly key: string,
    /** ms an answer may take. */
    readonly slowMs: number,
    /** The services it has. */
    public services: readonly string[] = [],
  ) {}

  async call(
    method: "GET" | "POST",
    path: string,
    { body, key = this.key }: { readonly body?: string; readonly key?: string } = {},
  ): Promise<Heard> {
    const begun = performance.now();
    const answer = await fetch(`${this.url.replace(/\/$/, "")}${path}`, {
      method,
      headers: {
        authorization: `Bearer ${key}`,
        accept: "application/json",
        "content-type": "application/json",
      },
      ...(body === undefined ? {} : { body }),
      redirect: "manual",
      signal: AbortSignal.timeout(PATIENCE_MS),
    }).catch((error: unknown) => {
      throw new Wrong(`${method} ${path} was not answered: ${error instanceof Error ? error.message : ""}`);
    });
    const text = await answer.text();
    return {
      status: answer.status,
      type: answer.headers.get("content-type") ?? "",
      body: text,
      json: jsonOf(text),
      ms: performance.now() - begun,
    };
  }

  /** Rates for questions, held against the protocol's schema. */
  async rates(questions: readonly ProtocolQuestion[]): Promise<RateReply["answers"]> {
    const heard = await this.call("POST", "/rates", { body: bodyOf(questions) });
    if (heard.status !== 200)
      throw new Wrong(`POST /rates answers ${heard.status} where it should answer 200.`);
    if (!/^application\/json\b/.test(heard.type))
      throw new Wrong(`POST /rates says its body is “${heard.type}”, not application/json.`);
    const read = rateReply.safeParse(heard.json);
    if (!read.success) {
      const [first] = read.error.issues;
      throw new Wrong(`/${first?.path.map(String).join("/") ?? ""}: ${first?.message ?? ""}`);
    }
    return read.data.answers;
  }

  /** The answer to one question. */
  async rate(question: ProtocolQuestion): Promise<RateReply["answers"][number]> {
    const [answer] = (await this.rates([question])).filter(({ id }) => id === question.id);
    if (!answer) throw new Wrong(`Question ${question.id} has no answer.`);
    return answer;
  }

  /** A plain shipment, with what a check wants to be otherwise. */
  question(own: Partial<ProtocolQuestion> = {}): ProtocolQuestion {
    return {
      id: "1",
      services: [...this.services],
      from: { country: "EE", postcode: "50107", city: "Tartu" },
      to: { country: "SE", subdivision: "SE-I", postcode: "621 45", city: "Visby" },
      poBox: false,
      collectionPoint: false,
      shipDate: new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10),
      parcels: [{ count: 1, weightKg: "2.4", sidesCm: ["40", "30", "20.5"] }],
      goods: { value: "120.00", currency: "EUR", classes: [] },
      signature: false,
      ...own,
    };
  }
}

export function bodyOf(questions: readonly ProtocolQuestion[]): string {
  return JSON.stringify({ protocol: RATE_PROTOCOL, questions });
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}
