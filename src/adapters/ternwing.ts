import { z } from "zod";
import type {
  Adapter,
  Rate,
  RateAnswer,
  RatePart,
  RatePlace,
  RateQuestion,
  Send,
} from "@/contracts/carrier-rates";
import { faulty, goodReply, jsonIn } from "./reply";
import { fromHundredths, wholeUnits } from "./units";

const settingsSchema = z.object({ key: z.string().min(1), customer: z.string().optional() });

const products = z.object({ products: z.array(z.object({ product: z.string(), title: z.string() })) });

/** Amounts in hundredths of the currency, with tax. */
const priceReply = z.object({
  currency: z.string().regex(/^[A-Z]{3}$/),
  vatPercent: z.number().min(0).max(100),
  products: z.array(
    z.object({
      product: z.string().min(1),
      totalMinor: z.int().min(0),
      lines: z.array(z.object({ what: z.string(), minor: z.int() })),
      arrives: z.object({ from: z.iso.date(), to: z.iso.date() }).optional(),
      id: z.string(),
    }),
  ),
  unavailable: z.array(z.object({ product: z.string(), text: z.string() })),
});
type PriceReply = z.infer<typeof priceReply>;

/** A courier whose JSON answers all its products to one shipment, in grams and millimetres, with tax. */
export const ternwingAdapter: Adapter = {
  code: "ternwing",
  name: "Ternwing",
  fields: [
    { key: "key", label: "API key", help: "From Ternwing's customer pages.", isSecret: true, isNeeded: true },
    {
      key: "customer",
      label: "Customer number",
      help: "For your own prices.",
      isSecret: false,
      isNeeded: false,
    },
  ],
  dependsOn: [
    "services",
    "origin",
    "destination",
    "poBox",
    "shipDate",
    "parcels",
    "goodsClasses",
    "goodsValue",
    "cashOnDelivery",
    "signature",
    "account",
  ],
  cannot: ["Collection points: it delivers to doors."],
  services: async ({ key }, send) => {
    const reply = goodReply(await send({ method: "GET", path: "/v2/products", headers: headersOf(key) }));
    if ("fault" in reply) return reply;
    const read = products.safeParse(jsonIn(reply));
    return read.success
      ? read.data.products.map(({ product, title }) => ({ code: product, name: title }))
      : faulty("malformed", "products");
  },
  rates: (questions, settings, send) => {
    const { key, customer } = settingsSchema.parse(settings);
    return Promise.all(questions.map((question) => ask(question, key, question.account ?? customer, send)));
  },
};

function headersOf(key = "") {
  return { "x-api-key": key, accept: "application/json" };
}

async function ask(
  question: RateQuestion,
  key: string,
  customer: string | undefined,
  send: Send,
): Promise<RateAnswer> {
  const { services } = question;
  const refused = refusalOf(question);
  if (refused !== undefined)
    return { rates: [], declined: services.map((service) => ({ service, reason: refused })) };
  const reply = goodReply(
    await send({
      method: "POST",
      path: "/v2/price",
      headers: { ...headersOf(key), "content-type": "application/json" },
      body: JSON.stringify({ shipment: shipmentOf(question), ...(customer ? { customer } : {}) }),
    }),
  );
  if ("fault" in reply) return reply;
  const read = priceReply.safeParse(jsonIn(reply));
  return read.success ? answerOf(services, read.data) : faulty("malformed", "price");
}

/** What need not be asked: it is known that there is no answer to it. */
function refusalOf({ collectionPoint, parcels }: RateQuestion): string | undefined {
  if (collectionPoint) return "Ternwing delivers to doors, not to collection points.";
  return parcels.some(({ weight }) => weight === undefined)
    ? "Ternwing needs every parcel's weight."
    : undefined;
}

function shipmentOf(question: RateQuestion) {
  const { origin, destination, poBox, shipDate, parcels, goodsClasses, cashOnDelivery, currency } = question;
  return {
    sender: placeOf(origin),
    receiver: { ...placeOf(destination), box: poBox },
    pickup: shipDate,
    colli: parcels.map(({ count, weight = "0", sides }) => ({
      qty: count,
      grams: wholeUnits(weight, 3),
      mm: sides ? sides.map((side) => wholeUnits(side, 1)) : null,
    })),
    value: { amount: question.goodsValue, iso: currency },
    contents: goodsClasses,
    extras: question.signature ? ["signature"] : [],
    ...(cashOnDelivery === undefined ? {} : { cod: { amount: cashOnDelivery, iso: currency } }),
  };
}

function placeOf({ country, subdivision, postcode, city }: RatePlace) {
  return { land: country, region: subdivision ?? null, zip: postcode ?? null, town: city ?? null };
}

function answerOf(
  services: readonly string[],
  { currency, vatPercent, products: given, unavailable }: PriceReply,
): RateAnswer {
  const rates = given
    .filter(({ product }) => services.includes(product))
    .map(
      ({ product, totalMinor, lines, arrives, id }): Rate => ({
        service: product,
        amount: fromHundredths(totalMinor),
        currency,
        tax: { basis: "with", percent: String(vatPercent) },
        ...(arrives ? { promise: { earliest: arrives.from, latest: arrives.to } } : {}),
        parts: lines.map(
          ({ what, minor }): RatePart => ({
            kind: kindOf(what, minor),
            name: what,
            amount: fromHundredths(minor),
          }),
        ),
        reference: id,
      }),
    );
  const declined = unavailable
    .filter(({ product }) => services.includes(product))
    .map(({ product, text }) => ({ service: product, reason: text }));
  return { rates, declined };
}

function kindOf(what: string, minor: number): RatePart["kind"] {
  if (minor < 0) return "discount";
  return what === "freight" ? "base" : what === "fuel" ? "fuel" : "surcharge";
}
