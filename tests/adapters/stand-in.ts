import type { Adapter, AdapterReply, RateAnswer, RateQuestion, Send } from "@/contracts/carrier-rates";
import { costOfFigure } from "@/core/services/carrier-figure";
import { AMBERWAY_KEY, amberwayPrice } from "../../sim/carriers/amberway";
import type { Received } from "../../sim/carriers/received";
import type { StandIns } from "../../sim/carriers/server";
import { STONEPIER_PASSWORD, STONEPIER_USER, stonepierPrice } from "../../sim/carriers/stonepier";
import { TERNWING_KEY, ternwingPrice } from "../../sim/carriers/ternwing";

/** How an adapter's stand-in is asked, how it counts, and what it says a shipment costs, in hundredths. */
export interface Sparring {
  readonly standIn: string;
  readonly settings: Readonly<Record<string, string>>;
  readonly services: readonly string[];
  /** A weight in kg and a side in cm as the carrier counts them. */
  readonly weight: (kg: string) => string;
  readonly side: (cm: string) => string;
  readonly currency: string;
  readonly price: (service: string, shipment: Received) => number | undefined;
}

const up = (text: string, units: number) => String(Math.ceil(Math.round(Number(text) * units * 1e6) / 1e6));

export const sparrings: Readonly<Record<string, Sparring>> = {
  ternwing: {
    standIn: "ternwing",
    settings: { key: TERNWING_KEY, customer: "C-77" },
    services: ["EXPRESS", "DAY"],
    weight: (kg) => up(kg, 1000),
    side: (cm) => up(cm, 10),
    currency: "SEK",
    price: (service, shipment) => {
      const price = ternwingPrice(service as "DAY", shipment);
      // the carrier's own books are without tax: 100 of 125
      return "totalMinor" in price ? Math.round((price.totalMinor! * 100) / 125) : undefined;
    },
  },
  stonepier: {
    standIn: "stonepier",
    settings: { user: STONEPIER_USER, password: STONEPIER_PASSWORD },
    services: ["ROAD", "LIFT"],
    weight: (kg) => up(kg, 1),
    side: (cm) => cm,
    currency: "EUR",
    price: (service, shipment) => {
      const price = stonepierPrice(service, shipment);
      return "total" in price ? price.total : undefined;
    },
  },
  wallodrom: {
    standIn: "amberway",
    settings: { key: AMBERWAY_KEY, account: "A-5" },
    services: ["VAN", "VAN-AM"],
    weight: (kg) => kg,
    side: (cm) => cm,
    currency: "EUR",
    price: (service, shipment) => {
      const price = amberwayPrice(service, shipment);
      return "total" in price ? price.total : undefined;
    },
  },
};

/** Reaches a stand-in as the server reaches a carrier, without its guard and its patience. */
export function sendTo(base: string): Send {
  return async ({ method, path, headers, body }): Promise<AdapterReply> => {
    const answer = await fetch(`${base}${path}`, {
      method,
      headers,
      ...(body === undefined ? {} : { body }),
      redirect: "manual",
    });
    const text = await answer.text();
    return {
      ok: true,
      status: answer.status,
      header: (name) => answer.headers.get(name) ?? undefined,
      body: text,
    };
  };
}

/** What a stand-in should have understood of a question. */
export function expected(
  question: RateQuestion,
  of: Sparring,
  account: string | undefined,
): Omit<Received, "services"> {
  const at = ({ country, subdivision, postcode, city }: RateQuestion["origin"]) => ({
    country,
    ...(subdivision === undefined ? {} : { region: subdivision }),
    ...(postcode === undefined ? {} : { postcode }),
    ...(city === undefined ? {} : { town: city }),
  });
  const { currency, cashOnDelivery } = question;
  return {
    carrier: of.standIn,
    from: at(question.origin),
    to: at(question.destination),
    poBox: question.poBox,
    collectionPoint: question.collectionPoint,
    day: question.shipDate,
    parcels: question.parcels.map(({ count, weight = "", sides }) => ({
      count,
      weight: of.weight(weight),
      sides: sides?.map(of.side),
    })),
    value: { amount: question.goodsValue, currency },
    cashOnDelivery: cashOnDelivery === undefined ? undefined : { amount: cashOnDelivery, currency },
    signature: question.signature,
    classes: question.goodsClasses,
    account,
  };
}

/** Asks a shipment and tells where the stand-in understood another one, or our figure is not its own; nothing where all agrees. */
export async function disagreement(
  adapter: Adapter,
  of: Sparring,
  standIns: StandIns,
  question: RateQuestion,
): Promise<string | undefined> {
  standIns.received.length = 0;
  const send = sendTo(`${standIns.url}/${of.standIn}`);
  const [answer] = await adapter.rates([question], of.settings, send);
  const account = question.account ?? of.settings.customer ?? of.settings.account;
  const wanted = expected(question, of, account);
  for (const { services: _, ...got } of standIns.received)
    if (JSON.stringify(sorted(got)) !== JSON.stringify(sorted(wanted)))
      return `understood ${JSON.stringify(got)} for ${JSON.stringify(wanted)}`;
  if (standIns.received.length === 0) return "nothing reached the carrier";
  return figures(answer, of, { ...wanted, services: question.services });
}

function sorted(value: object): object {
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));
}

function figures(answer: RateAnswer | undefined, of: Sparring, shipment: Received): string | undefined {
  if (!answer || "fault" in answer) return `no answer: ${JSON.stringify(answer)}`;
  for (const service of shipment.services) {
    const price = of.price(service, shipment);
    const rate = answer.rates.find((one) => one.service === service);
    const isDeclined = answer.declined.some((one) => one.service === service && one.reason !== "");
    if ((rate === undefined) !== isDeclined) return `${service} is neither given nor declined, or both`;
    const cost =
      rate &&
      costOfFigure({
        amount: rate.amount,
        currency: rate.currency,
        ...(rate.tax.basis === "with" ? { taxPercent: rate.tax.percent } : {}),
      });
    if (cost !== (price === undefined ? undefined : (price / 100).toFixed(2)))
      return `${service} costs ${cost ?? "nothing"} for ${price ?? "nothing"}`;
    if (rate && rate.currency !== of.currency) return `${service} is in ${rate.currency}`;
    if (rate?.parts && !addsUp(rate.parts, rate.amount)) return `${service}: parts are not ${rate.amount}`;
  }
  return undefined;
}

function addsUp(parts: readonly { readonly amount: string }[], amount: string): boolean {
  const cents = (text: string) => Math.round(Number(text) * 100);
  return parts.reduce((sum, part) => sum + cents(part.amount), 0) === cents(amount);
}
