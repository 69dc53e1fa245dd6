import {
  RATE_PROTOCOL,
  rateCall,
  type ProtocolQuestion,
  type RateReply,
} from "../../src/contracts/rate-protocol";
import { json, type Answered, type Call, type Received, type StandIn } from "./received";
import { dayAfter, zoneOf } from "./zones";

export const AMBERWAY_KEY = "amber-demo-key";

const services = [
  { code: "VAN", name: "Amberway van", stop: 620, kilo: 19, days: 2 },
  { code: "VAN-AM", name: "Amberway van before noon", stop: 990, kilo: 26, days: 1 },
] as const;
const HEAVIEST_KG = 40;
const tenths = (text: string) => Math.round(Number(text) * 10);
const cents = (amount: number) => (amount / 100).toFixed(2);

/** What a service costs without tax, in cents: a stop by zone and each kilo begun; or why it is not given. */
export function amberwayPrice(code: string, shipment: Received) {
  const service = services.find((one) => one.code === code);
  if (!service) return { reason: `There is no service ${code}` };
  if (shipment.parcels.some(({ weight }) => weight === ""))
    return { reason: "Every parcel's weight is needed" };
  if (shipment.parcels.some(({ weight }) => tenths(weight) > HEAVIEST_KG * 10))
    return { reason: `A parcel weighs more than ${HEAVIEST_KG} kg` };
  if (shipment.classes.includes("dangerous")) return { reason: "No dangerous goods on the ferry" };
  const kilos = Math.ceil(
    shipment.parcels.reduce((sum, { count, weight }) => sum + count * tenths(weight), 0) / 10,
  );
  // a ferry more than to the islands of its own country
  const zone = shipment.to.country === "SE" ? 2 : zoneOf(shipment.to.country);
  const base = zone * (service.stop + service.kilo * kilos);
  const parts = [
    { kind: "base" as const, name: "Stop and kilos", cents: base },
    ...(shipment.signature ? [{ kind: "surcharge" as const, name: "Signed for", cents: 150 }] : []),
    ...(shipment.cashOnDelivery ? [{ kind: "surcharge" as const, name: "Money collected", cents: 400 }] : []),
    ...(shipment.account === undefined
      ? []
      : [{ kind: "discount" as const, name: "Agreed", cents: -Math.round(base / 10) }]),
  ];
  return { parts, total: parts.reduce((sum, part) => sum + part.cents, 0), days: service.days };
}

function readShipment(question: ProtocolQuestion): Received {
  const at = ({ country, subdivision, postcode, city }: ProtocolQuestion["to"]) => ({
    country,
    ...(subdivision === undefined ? {} : { region: subdivision }),
    ...(postcode === undefined ? {} : { postcode }),
    ...(city === undefined ? {} : { town: city }),
  });
  const { value, currency, classes } = question.goods;
  const { cashOnDelivery } = question;
  return {
    carrier: "amberway",
    services: question.services,
    from: at(question.from),
    to: at(question.to),
    poBox: question.poBox,
    collectionPoint: question.collectionPoint,
    day: question.shipDate,
    parcels: question.parcels.map(({ count, weightKg, sidesCm }) => ({
      count,
      weight: weightKg ?? "",
      sides: sidesCm,
    })),
    value: { amount: value, currency },
    cashOnDelivery: cashOnDelivery === undefined ? undefined : { amount: cashOnDelivery, currency },
    signature: question.signature,
    classes,
    account: question.account,
  };
}

type Answer = RateReply["answers"][number];

function answerTo(id: string, shipment: Received): Answer {
  const found = shipment.services.map((service) => ({ service, price: amberwayPrice(service, shipment) }));
  return {
    id,
    rates: found.flatMap(({ service, price }): Answer["rates"] =>
      "parts" in price && price.parts
        ? [
            {
              service,
              amount: cents(price.total),
              currency: "EUR",
              tax: { basis: "without" },
              promise: {
                earliest: dayAfter(shipment.day, price.days),
                latest: dayAfter(shipment.day, price.days + 1),
              },
              parts: price.parts.map(({ kind, name, cents: amount }) => ({
                kind,
                name,
                amount: cents(amount),
              })),
              reference: `A-${service}-${price.total}`,
            },
          ]
        : [],
    ),
    declined: found.flatMap(({ service, price }) =>
      "reason" in price ? [{ service, reason: price.reason ?? "" }] : [],
    ),
  };
}

const problem = (status: number, title: string, detail: string) => ({
  ...json(status, { type: "about:blank", title, status, detail }),
  headers: { "content-type": "application/problem+json" },
});

/** The reference of our own protocol: what its documentation says, and nothing more. */
export function answerByProtocol(call: Call): Answered {
  const none: readonly Received[] = [];
  if (call.header("authorization") !== `Bearer ${AMBERWAY_KEY}`)
    return { received: none, reply: problem(401, "Unauthorized", "Unknown key.") };
  if (call.method === "GET" && call.path === "/services")
    return {
      received: none,
      reply: json(200, {
        protocol: RATE_PROTOCOL,
        carrier: "Amberway",
        services: services.map(({ code, name }) => ({ code, name })),
      }),
    };
  if (call.method !== "POST" || call.path !== "/rates")
    return { received: none, reply: problem(404, "Not Found", "There is nothing here.") };
  let body: unknown;
  try {
    body = JSON.parse(call.body);
  } catch {
    return { received: none, reply: problem(400, "Bad Request", "The body is no JSON.") };
  }
  const read = rateCall.safeParse(body);
  if (!read.success)
    return {
      received: none,
      reply: problem(
        400,
        "Bad Request",
        read.error.issues.map((one) => `${one.path.join("/")}: ${one.message}`).join("; "),
      ),
    };
  const shipments = read.data.questions.map((question) => ({
    id: question.id,
    shipment: readShipment(question),
  }));
  return {
    received: shipments.map(({ shipment }) => shipment),
    reply: json(200, {
      protocol: RATE_PROTOCOL,
      answers: shipments.map(({ id, shipment }) => answerTo(id, shipment)),
    }),
  };
}

export const amberway: StandIn = {
  code: "amberway",
  name: "Amberway",
  habit: "Wallodrom's rate protocol: the reference server.",
  answer: answerByProtocol,
};
