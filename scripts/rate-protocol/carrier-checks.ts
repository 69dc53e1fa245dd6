import { serviceList, type RateReply } from "@/contracts/rate-protocol";
import { bodyOf, CarrierProbe, Wrong } from "./carrier-probe";

/** One thing the protocol asks of a server. */
export interface CarrierCheck {
  readonly code: string;
  readonly asks: string;
  /** Throws {@link Wrong} with what is wrong. */
  readonly run: (probe: CarrierProbe) => Promise<void>;
}

export interface Found {
  readonly code: string;
  readonly asks: string;
  /** What is wrong, or nothing. */
  readonly wrong?: string;
}

type Answer = RateReply["answers"][number];

const SLOW_MS = 1500;
const MANY = 100;

function must(isSo: boolean, otherwise: string): void {
  if (!isSo) throw new Wrong(otherwise);
}

/** Amounts by service, as one text. */
function amounts({ rates }: Answer): string {
  return JSON.stringify(rates.map(({ service, amount, currency }) => [service, amount, currency]).sort());
}

function thousandths(text: string): number {
  return Math.round(Number(text) * 1_000_000);
}

export const carrierChecks: readonly CarrierCheck[] = [
  {
    code: "services",
    asks: "GET /services names the protocol, the carrier and its services",
    run: async (probe) => {
      const heard = await probe.call("GET", "/services");
      must(heard.status === 200, `GET /services answers ${heard.status}.`);
      const read = serviceList.safeParse(heard.json);
      const [first] = read.error?.issues ?? [];
      if (!read.success)
        throw new Wrong(`/${first?.path.map(String).join("/") ?? ""}: ${first?.message ?? ""}`);
      must(read.data.services.length > 0, "There is no service.");
      probe.services = read.data.services.map(({ code }) => code);
    },
  },
  {
    code: "sign-in",
    asks: "A key that is not the shipper's is answered with 401",
    run: async (probe) => {
      for (const [method, path] of [
        ["GET", "/services"],
        ["POST", "/rates"],
      ] as const) {
        const body = method === "POST" ? { body: bodyOf([probe.question()]) } : {};
        const { status } = await probe.call(method, path, { ...body, key: "no-such-key" });
        must(status === 401, `${method} ${path} answers ${status} to a key nobody has.`);
      }
    },
  },
  {
    code: "schema",
    asks: "POST /rates answers as the schema says: amounts are texts, dates are days, the version is named",
    run: async (probe) => {
      await probe.rates([probe.question()]);
    },
  },
  {
    code: "all-answered",
    asks: "Each question is answered once, by its own id",
    run: async (probe) => {
      const ids = ["b", "a", "a b/ü"];
      const answers = await probe.rates(ids.map((id) => probe.question({ id })));
      for (const id of ids) {
        const count = answers.filter((one) => one.id === id).length;
        must(count === 1, `Question “${id}” has ${count} answers.`);
      }
      must(answers.length === ids.length, `${ids.length} questions have ${answers.length} answers.`);
    },
  },
  {
    code: "one-list",
    asks: "Each service asked for is in rates or in declined, once; no other is in either",
    run: async (probe) => {
      const { rates, declined } = await probe.rate(probe.question());
      const told = [...rates, ...declined].map(({ service }) => service).sort();
      must(
        JSON.stringify(told) === JSON.stringify([...probe.services].sort()),
        `Asked for ${probe.services.join(", ")}, told of ${told.join(", ")}.`,
      );
    },
  },
  {
    code: "unknown-service",
    asks: "A service you don't have is declined, and keeps no other out",
    run: async (probe) => {
      const services = [...probe.services, "NO-SUCH-SERVICE"];
      const { rates, declined } = await probe.rate(probe.question({ services }));
      must(
        declined.some(({ service }) => service === "NO-SUCH-SERVICE"),
        "NO-SUCH-SERVICE is not declined.",
      );
      const before = await probe.rate(probe.question());
      must(rates.length === before.rates.length, "The other services are answered otherwise beside it.");
    },
  },
  {
    code: "parts",
    asks: "Parts, where you tell them, add up to the amount",
    run: async (probe) => {
      const { rates } = await probe.rate(probe.question({ signature: true }));
      for (const { service, amount, parts } of rates) {
        const sum = (parts ?? []).reduce((all, part) => all + thousandths(part.amount), 0);
        must(
          !parts || sum === thousandths(amount),
          `${service}: parts come to ${sum / 1_000_000}, not ${amount}.`,
        );
      }
    },
  },
  {
    code: "same-twice",
    asks: "The same question has the same price when it is asked again",
    run: async (probe) => {
      const [one, two] = [
        await probe.rate(probe.question()),
        await probe.rate(probe.question({ id: "again" })),
      ];
      must(amounts(one) === amounts(two), `${amounts(one)}, then ${amounts(two)}.`);
    },
  },
  {
    code: "counts",
    asks: "Two parcels that are alike cost the same told as one entry of two and as two entries",
    run: async (probe) => {
      const parcel = { count: 1, weightKg: "2.4", sidesCm: ["40", "30", "20.5"] as [string, string, string] };
      const one = await probe.rate(probe.question({ parcels: [{ ...parcel, count: 2 }] }));
      const two = await probe.rate(probe.question({ parcels: [parcel, parcel] }));
      must(amounts(one) === amounts(two), `${amounts(one)} as one entry, ${amounts(two)} as two.`);
    },
  },
  {
    code: "weight",
    asks: "A heavier parcel is not cheaper: weights are read as kilograms",
    run: async (probe) => {
      const of = async (weightKg: string) =>
        (await probe.rate(probe.question({ parcels: [{ count: 1, weightKg }] }))).rates;
      const [light, heavy] = [await of("0.5"), await of("18")];
      for (const { service, amount } of light) {
        const other = heavy.find((one) => one.service === service);
        must(
          !other || thousandths(other.amount) >= thousandths(amount),
          `${service}: 18 kg cost ${other?.amount ?? ""}, 0.5 kg ${amount}.`,
        );
      }
    },
  },
  {
    code: "no-weight",
    asks: "A parcel whose weight nobody knows has a price or a reason, not an error, and is not 0 kg",
    run: async (probe) => {
      const { rates, declined } = await probe.rate(probe.question({ parcels: [{ count: 1 }] }));
      must(rates.length + declined.length > 0, "It is neither given nor declined.");
    },
  },
  {
    code: "promise",
    asks: "Promised days are in order, and not before the day it is handed over",
    run: async (probe) => {
      const question = probe.question();
      for (const { service, promise } of (await probe.rate(question)).rates)
        must(
          !promise || (promise.earliest <= promise.latest && promise.earliest >= question.shipDate),
          `${service}: ${promise?.earliest ?? ""} to ${promise?.latest ?? ""} for ${question.shipDate}.`,
        );
    },
  },
  {
    code: "more-fields",
    asks: "Fields that you don't know are passed over: later versions have more",
    run: async (probe) => {
      const body = JSON.parse(bodyOf([probe.question()])) as { questions: object[] };
      const more = {
        ...body,
        later: true,
        questions: body.questions.map((one) => ({ ...one, later: { x: 1 } })),
      };
      const { status } = await probe.call("POST", "/rates", { body: JSON.stringify(more) });
      must(status === 200, `POST /rates answers ${status} when there are more fields.`);
    },
  },
  {
    code: "bad-body",
    asks: "A body that is no JSON, and a question that lacks something, are answered with 400 and why",
    run: async (probe) => {
      for (const body of ["{", JSON.stringify({ questions: [{}] })]) {
        const heard = await probe.call("POST", "/rates", { body });
        must(heard.status === 400, `POST /rates answers ${heard.status} to ${body}.`);
        must(
          typeof heard.json === "object" && heard.json !== null,
          "It does not say why in JSON (RFC 9457).",
        );
      }
    },
  },
  {
    code: "many",
    asks: `${MANY} questions in a call are answered`,
    run: async (probe) => {
      const questions = Array.from({ length: MANY }, (_, i) => probe.question({ id: String(i) }));
      const answers = await probe.rates(questions);
      must(answers.length === MANY, `${answers.length} of ${MANY} are answered.`);
    },
  },
  {
    code: "speed",
    asks: "An answer is there within the 1.5 s that a quote may take, three times out of five",
    run: async (probe) => {
      const times: number[] = [];
      for (let n = 0; n < 5; n++)
        times.push((await probe.call("POST", "/rates", { body: bodyOf([probe.question()]) })).ms);
      const [, , median = 0] = times.sort((a, b) => a - b);
      must(median <= probe.slowMs, `It took ${Math.round(median)} ms: a quote does not wait that long.`);
    },
  },
];

/** Runs all checks, each by itself: what is wrong with one keeps no other from being told. */
export async function checkCarrier(
  url: string,
  key: string,
  { slowMs = SLOW_MS }: { readonly slowMs?: number } = {},
): Promise<Found[]> {
  const probe = new CarrierProbe(url, key, slowMs);
  const found: Found[] = [];
  for (const { code, asks, run } of carrierChecks) {
    try {
      await run(probe);
      found.push({ code, asks });
    } catch (error) {
      if (!(error instanceof Wrong)) throw error;
      found.push({ code, asks, wrong: error.message });
    }
  }
  return found;
}
