import { all, at, readXml, textAt, type XmlElement } from "../../src/xml/xml-tree";
import type { Answered, Call, Parcel, Place, Received, Reply, StandIn } from "./received";
import { dayAfter, zoneOf } from "./zones";

export const STONEPIER_USER = "nettle";
export const STONEPIER_PASSWORD = "stone-demo-password";

/** Cents a hundred kilos, by zone; the least that is charged. */
const tables: Readonly<
  Record<string, { name: string; hundred: readonly number[]; least: number; days: number }>
> = {
  ROAD: { name: "Stonepier Road", hundred: [5300, 2450, 6900, 8900], least: 1900, days: 3 },
  LIFT: { name: "Stonepier Tail lift", hundred: [6100, 3120, 7750, 9900], least: 3900, days: 4 },
};
/** From so many kilos on a hundred of them costs so many percent less. */
const discounts = [
  { from: 1000, percent: 54 },
  { from: 500, percent: 44 },
  { from: 300, percent: 32 },
  { from: 100, percent: 17 },
];
const KILOS_PER_M3 = 250;
const CM3_PER_M3 = 1_000_000;
const FUEL_TENTHS = 125;

const cents = (amount: number) => (amount / 100).toFixed(2);

/** What a service costs without tax, in cents, part by part; or why it is not given. */
export function stonepierPrice(service: string, shipment: Received) {
  const table = tables[service];
  if (!table) return { refusal: `There is no service ${service}` };
  if (shipment.cashOnDelivery) return { refusal: "No money is collected" };
  const kilos = shipment.parcels.reduce((sum, parcel) => sum + parcel.count * kilosOf(parcel), 0);
  if (kilos > 20_000) return { refusal: "More than a lorry takes" };
  const zone = zoneOf(shipment.to.country) - 1;
  const { percent = 0 } = discounts.find(({ from }) => kilos >= from) ?? {};
  const freight = Math.max(
    table.least,
    Math.round((kilos * (table.hundred[zone] ?? 0) * (100 - percent)) / 10_000),
  );
  const fuel = Math.round((freight * FUEL_TENTHS) / 1000);
  const charges = [
    ...(shipment.signature ? [{ name: "Signed for", amount: 350 }] : []),
    ...(shipment.classes.includes("dangerous") ? [{ name: "Dangerous goods", amount: 5500 }] : []),
  ];
  return {
    freight,
    fuel,
    charges,
    total: freight + fuel + charges.reduce((sum, { amount }) => sum + amount, 0),
  };
}

/** The heavier of weight and volume, in whole kilos. */
function kilosOf({ weight, sides }: Parcel): number {
  const [length = 0, width = 0, height = 0] = (sides ?? []).map(Number);
  return Math.max(Number(weight), Math.ceil((length * width * height * KILOS_PER_M3) / CM3_PER_M3));
}

function xml(status: number, inside: string): Reply {
  return {
    status,
    headers: { "content-type": "application/xml; charset=utf-8" },
    body: `<?xml version="1.0" encoding="UTF-8"?>${inside}`,
  };
}

const escaped = (text: string) => text.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/"/g, "&quot;");

function placeOf(element: XmlElement | undefined): Place {
  const [region, postcode, town] = ["region", "post", "city"].map((name) => textAt(element, name));
  return {
    country: textAt(element, "country") ?? "",
    ...(region === undefined ? {} : { region }),
    ...(postcode === undefined ? {} : { postcode }),
    ...(town === undefined ? {} : { town }),
  };
}

function moneyOf(element: XmlElement | undefined) {
  return element && { amount: element.text, currency: element.attributes.currency ?? "" };
}

function readShipment(root: XmlElement): Received {
  return {
    carrier: "stonepier",
    services: [textAt(root, "service") ?? ""],
    from: placeOf(at(root, "from")),
    to: placeOf(at(root, "to")),
    poBox: false,
    collectionPoint: false,
    day: textAt(root, "collect") ?? "",
    parcels: all(root, "package").map((one) => ({
      count: Number(one.attributes.count),
      weight: textAt(one, "kg") ?? "",
      sides: at(one, "cm")?.children.map(({ text }) => text),
    })),
    value: moneyOf(at(root, "goodsValue")) ?? { amount: "", currency: "" },
    cashOnDelivery: moneyOf(at(root, "cashOnDelivery")),
    signature: textAt(root, "signature") === "yes",
    classes: all(root, "goodsClass").map(({ text }) => text),
    account: undefined,
  };
}

/** Whole kilos alone are taken: what is no whole number is a fault of whoever asks. */
function faultOf({ parcels, day }: Received): string | undefined {
  if (parcels.length === 0 || !/^\d{4}-\d{2}-\d{2}$/.test(day)) return "incomplete";
  const isWhole = parcels.every(
    ({ count, weight }) => /^\d+$/.test(weight) && Number.isInteger(count) && count > 0,
  );
  return isWhole ? undefined : "whole kilos";
}

function answer(call: Call): Answered {
  const none: readonly Received[] = [];
  const token = Buffer.from(`${STONEPIER_USER}:${STONEPIER_PASSWORD}`).toString("base64");
  if (call.header("authorization") !== `Basic ${token}`)
    return { received: none, reply: xml(401, `<fault code="sign-in">Who is this?</fault>`) };
  if (call.path === "/services.xml") {
    const list = Object.entries(tables).map(
      ([code, { name }]) => `<service code="${code}">${name}</service>`,
    );
    return { received: none, reply: xml(200, `<services>${list.join("")}</services>`) };
  }
  const read = call.path === "/price.xml" ? readXml(call.body) : undefined;
  if (!read?.ok || read.root.name !== "priceRequest")
    return { received: none, reply: xml(400, `<fault code="request">No price request</fault>`) };
  const shipment = readShipment(read.root);
  const fault = faultOf(shipment);
  if (fault !== undefined)
    return { received: [shipment], reply: xml(422, `<fault code="request">${fault}</fault>`) };
  const [service = ""] = shipment.services;
  const price = stonepierPrice(service, shipment);
  if ("refusal" in price)
    return {
      received: [shipment],
      reply: xml(200, `<priceReply><refusal>${escaped(price.refusal ?? "")}</refusal></priceReply>`),
    };
  const days = tables[service]?.days ?? 0;
  const charges = price.charges.map(
    ({ name, amount }) => `<charge name="${escaped(name)}">${cents(amount)}</charge>`,
  );
  const inside = [
    `<freight>${cents(price.freight)}</freight>`,
    `<fuel percent="${FUEL_TENTHS / 10}">${cents(price.fuel)}</fuel>`,
    ...charges,
    `<total currency="EUR">${cents(price.total)}</total>`,
    `<delivery><earliest>${dayAfter(shipment.day, days)}</earliest><latest>${dayAfter(shipment.day, days + 2)}</latest></delivery>`,
  ];
  return {
    received: [shipment],
    reply: xml(200, `<priceReply ref="S${price.total}">${inside.join("")}</priceReply>`),
  };
}

export const stonepier: StandIn = {
  code: "stonepier",
  name: "Stonepier",
  habit:
    "XML with a user and a password; one service a question; whole kilos; fuel as a part of its own; euros without tax.",
  answer,
};
