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
import { all, at, readXml, textAt, type XmlElement } from "@/xml/xml-tree";
import { leaf, node, type Xml } from "@/xml/xml-text";
import { faulty, goodReply } from "./reply";
import { wholeUnits } from "./units";

const settingsSchema = z.object({ user: z.string().min(1), password: z.string().min(1) });
const amount = /^-?\d{1,12}(\.\d{1,4})?$/;

/** A pallet line whose XML answers one service a question, in whole kilos, with fuel as a part of its own and without tax. */
export const stonepierAdapter: Adapter = {
  code: "stonepier",
  name: "Stonepier",
  fields: [
    { key: "user", label: "User", help: "Of Stonepier's price service.", isSecret: false, isNeeded: true },
    { key: "password", label: "Password", help: "Of that user.", isSecret: true, isNeeded: true },
  ],
  dependsOn: [
    "services",
    "origin",
    "destination",
    "shipDate",
    "parcels",
    "goodsClasses",
    "goodsValue",
    "cashOnDelivery",
    "signature",
  ],
  cannot: [
    "PO boxes and collection points: it delivers to ramps and doors.",
    "Accounts: the user is the customer.",
  ],
  services: async (settings, send) => {
    const reply = goodReply(
      await send({ method: "GET", path: "/services.xml", headers: headersOf(settings) }),
    );
    if ("fault" in reply) return reply;
    const read = readXml(reply.body);
    if (!read.ok || read.root.name !== "services") return faulty("malformed", "services");
    return all(read.root, "service").map((one) => ({ code: one.attributes.code ?? "", name: one.text }));
  },
  rates: (questions, settings, send) => {
    const read = settingsSchema.parse(settings);
    return Promise.all(questions.map((question) => ask(question, read, send)));
  },
};

function headersOf({ user = "", password = "" }: Readonly<Record<string, string>>) {
  const token = btoa(String.fromCharCode(...new TextEncoder().encode(`${user}:${password}`)));
  return { authorization: `Basic ${token}`, accept: "application/xml" };
}

/** A question a service; one fault is the fault of all, as it says nothing of the shipment. */
async function ask(
  question: RateQuestion,
  settings: z.infer<typeof settingsSchema>,
  send: Send,
): Promise<RateAnswer> {
  const { services } = question;
  const refused = refusalOf(question);
  if (refused !== undefined)
    return { rates: [], declined: services.map((service) => ({ service, reason: refused })) };
  const found = await Promise.all(services.map((service) => askOne(service, question, settings, send)));
  const fault = found.find((one) => "fault" in one);
  if (fault && "fault" in fault) return fault;
  const told = found.filter((one) => "rates" in one);
  return { rates: told.flatMap(({ rates }) => rates), declined: told.flatMap(({ declined }) => declined) };
}

function refusalOf({ poBox, collectionPoint, parcels }: RateQuestion): string | undefined {
  if (poBox || collectionPoint) return "Stonepier delivers to ramps and doors only.";
  return parcels.some(({ weight }) => weight === undefined)
    ? "Stonepier needs every parcel's weight."
    : undefined;
}

async function askOne(
  service: string,
  question: RateQuestion,
  settings: z.infer<typeof settingsSchema>,
  send: Send,
): Promise<RateAnswer> {
  const body = `<?xml version="1.0" encoding="UTF-8"?>${requestOf(service, question) ?? ""}`;
  const headers = { ...headersOf(settings), "content-type": "application/xml; charset=utf-8" };
  const reply = goodReply(await send({ method: "POST", path: "/price.xml", headers, body }));
  if ("fault" in reply) return reply;
  const read = readXml(reply.body);
  return read.ok ? answerOf(service, read.root) : faulty("malformed", read.fault);
}

function requestOf(service: string, question: RateQuestion): Xml {
  const { origin, destination, shipDate, parcels, goodsClasses, goodsValue, currency, cashOnDelivery } =
    question;
  return node(
    "priceRequest",
    [
      leaf("service", service),
      placeOf("from", origin),
      placeOf("to", destination),
      leaf("collect", shipDate),
      ...parcels.map(({ count, weight = "0", sides }) => {
        const [length, width, height] = sides ?? [];
        return node(
          "package",
          [
            leaf("kg", String(wholeUnits(weight, 0))),
            ...(length && width && height
              ? [node("cm", [leaf("length", length), leaf("width", width), leaf("height", height)])]
              : []),
          ],
          { count: String(count) },
        );
      }),
      leaf("goodsValue", goodsValue, { currency }),
      ...goodsClasses.map((one) => leaf("goodsClass", one)),
      leaf("cashOnDelivery", cashOnDelivery, { currency }),
      question.signature ? leaf("signature", "yes") : undefined,
    ],
    { version: "3" },
  );
}

function placeOf(name: string, { country, subdivision, postcode, city }: RatePlace): Xml {
  return node(name, [
    leaf("country", country),
    leaf("region", subdivision),
    leaf("post", postcode),
    leaf("city", city),
  ]);
}

/** Its total is the sum of its parts, or it is no answer. */
function answerOf(service: string, root: XmlElement): RateAnswer {
  const refusal = textAt(root, "refusal");
  if (root.name === "priceReply" && refusal !== undefined)
    return { rates: [], declined: [{ service, reason: refusal }] };
  const total = at(root, "total");
  const currency = total?.attributes.currency ?? "";
  if (root.name !== "priceReply" || !total || !amount.test(total.text) || !/^[A-Z]{3}$/.test(currency))
    return faulty("malformed", "price");
  const parts = [
    ...partsOf(root, "freight", "base"),
    ...partsOf(root, "fuel", "fuel"),
    ...partsOf(root, "charge", "surcharge"),
  ];
  if (parts.some((part) => !amount.test(part.amount))) return faulty("malformed", "a part of the price");
  const [earliest, latest] = [textAt(root, "delivery", "earliest"), textAt(root, "delivery", "latest")];
  const rate: Rate = {
    service,
    amount: total.text,
    currency,
    tax: { basis: "without" },
    ...(earliest !== undefined && latest !== undefined ? { promise: { earliest, latest } } : {}),
    parts,
    ...(root.attributes.ref === undefined ? {} : { reference: root.attributes.ref }),
  };
  return { rates: [rate], declined: [] };
}

function partsOf(root: XmlElement, name: string, kind: RatePart["kind"]): RatePart[] {
  return all(root, name).map((one) => ({ kind, name: one.attributes.name ?? name, amount: one.text }));
}
