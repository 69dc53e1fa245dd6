import { z } from "zod";
import {
  rateFacts,
  type Adapter,
  type RateAnswer,
  type RateParcel,
  type RateQuestion,
  type Send,
} from "@/contracts/carrier-rates";
import { RATE_PROTOCOL, rateReply, serviceList, type ProtocolQuestion } from "@/contracts/rate-protocol";
import { faulty, goodReply, jsonIn } from "./reply";

const settingsSchema = z.object({ key: z.string().min(1), account: z.string().optional() });

/** Carriers' systems that speak our own protocol, documented in docs/rate-protocol. */
export const wallodromAdapter: Adapter = {
  code: "wallodrom",
  name: "Wallodrom's rate protocol",
  fields: [
    { key: "key", label: "Key", help: "Sent as a bearer token.", isSecret: true, isNeeded: true },
    {
      key: "account",
      label: "Account",
      help: "Your number with the carrier.",
      isSecret: false,
      isNeeded: false,
    },
  ],
  // whoever answers by it may look at all of the question
  dependsOn: rateFacts,
  cannot: [],
  services: async (settings, send) => {
    const reply = goodReply(
      await send({ method: "GET", path: "/services", headers: headersOf(settings.key) }),
    );
    if ("fault" in reply) return reply;
    const read = serviceList.safeParse(jsonIn(reply));
    return read.success ? read.data.services : faulty("malformed", firstFault(read.error));
  },
  rates: (questions, settings, send) => ask(questions, settingsSchema.parse(settings), send),
};

async function ask(
  questions: readonly RateQuestion[],
  { key, account }: z.infer<typeof settingsSchema>,
  send: Send,
): Promise<readonly RateAnswer[]> {
  const body = JSON.stringify({
    protocol: RATE_PROTOCOL,
    questions: questions.map((question, i) => told(question, i, account)),
  });
  const headers = { ...headersOf(key), "content-type": "application/json" };
  const reply = goodReply(await send({ method: "POST", path: "/rates", headers, body }));
  if ("fault" in reply) return questions.map(() => reply);
  const read = rateReply.safeParse(jsonIn(reply));
  if (!read.success) return questions.map(() => faulty("malformed", firstFault(read.error)));
  return questions.map((question, i) => {
    const own = read.data.answers.filter(({ id }) => id === String(i + 1));
    const [answer] = own;
    if (!answer || own.length > 1) return faulty("malformed", `${own.length} answers to question ${i + 1}`);
    // what was not asked for is no answer
    const rates = answer.rates.filter(({ service }) => question.services.includes(service));
    return { rates: rates.map(withoutGaps), declined: answer.declined };
  });
}

/** A rate without the fields it does not say. */
function withoutGaps({
  promise,
  parts,
  reference,
  ...rate
}: z.infer<typeof rateReply>["answers"][number]["rates"][number]) {
  return {
    ...rate,
    ...(promise ? { promise } : {}),
    ...(parts ? { parts } : {}),
    ...(reference === undefined ? {} : { reference }),
  };
}

function headersOf(key: string | undefined) {
  return { authorization: `Bearer ${key ?? ""}`, accept: "application/json" };
}

function told(question: RateQuestion, i: number, account: string | undefined): ProtocolQuestion {
  const { services, origin, destination, poBox, collectionPoint, shipDate, signature } = question;
  const own = question.account ?? account;
  return {
    id: String(i + 1),
    services: [...services],
    from: origin,
    to: destination,
    poBox,
    collectionPoint,
    shipDate,
    parcels: question.parcels.map(toldParcel),
    goods: {
      value: question.goodsValue,
      currency: question.currency,
      classes: [...question.goodsClasses],
    },
    ...(question.cashOnDelivery === undefined ? {} : { cashOnDelivery: question.cashOnDelivery }),
    signature,
    ...(own === undefined || own === "" ? {} : { account: own }),
  };
}

function toldParcel({ count, weight, sides }: RateParcel): ProtocolQuestion["parcels"][number] {
  const [length, width, height] = sides ?? [];
  return {
    count,
    ...(weight === undefined ? {} : { weightKg: weight }),
    ...(length === undefined || width === undefined || height === undefined
      ? {}
      : { sidesCm: [length, width, height] }),
  };
}

function firstFault({ issues }: z.ZodError): string {
  const [first] = issues;
  return `${first?.path.map(String).join("/") ?? ""}: ${first?.code ?? ""}`;
}
