import { createHash } from "node:crypto";
import type { Adapter, RateFact, RateQuestion } from "@/contracts/carrier-rates";
import type { LiveRequest } from "@/core/services/live-rate";
import type { Origin } from "@/core/setup/origin";

/** One shipment to ask a carrier about, and the questions of the core that its answer settles, a service each. */
export interface CarrierQuestion {
  readonly connection: string;
  readonly question: RateQuestion;
  readonly requests: readonly LiveRequest[];
}

/** The core's questions put together: what differs by service alone is one shipment. In the order they came. */
export function carrierQuestions(
  requests: readonly LiveRequest[],
  originOf: (code: string) => Origin | undefined,
): CarrierQuestion[] {
  const found = new Map<string, LiveRequest[]>();
  for (const request of requests) {
    const { key: _, lastKnownKey: __, service: ___, liveService: ____, table: _____, ...shipment } = request;
    const same = JSON.stringify(shipment);
    found.set(same, [...(found.get(same) ?? []), request]);
  }
  return [...found.values()].flatMap((own) => {
    const [first] = own;
    const origin = first && originOf(first.origin);
    return first && origin
      ? [{ connection: first.connection, question: questionOf(first, own, origin), requests: own }]
      : [];
  });
}

function questionOf(
  { place, city, ...of }: LiveRequest,
  own: readonly LiveRequest[],
  { address }: Origin,
): RateQuestion {
  const { subdivision, postcode } = address;
  return {
    services: [...new Set(own.map(({ liveService }) => liveService))],
    origin: {
      country: address.country,
      ...(subdivision === undefined ? {} : { subdivision }),
      ...(postcode === undefined || postcode === "" ? {} : { postcode }),
      ...(address.city === undefined || address.city === "" ? {} : { city: address.city }),
    },
    destination: {
      country: place.country,
      ...(place.subdivision === undefined ? {} : { subdivision: place.subdivision }),
      ...(place.postcode === "" ? {} : { postcode: place.postcode }),
      ...(city === undefined ? {} : { city }),
    },
    poBox: of.poBox,
    collectionPoint: of.collectionPoint,
    shipDate: of.shipDate,
    parcels: of.parcels,
    goodsClasses: of.goodsClasses,
    currency: of.currency,
    goodsValue: of.goodsValue,
    ...(of.cashOnDelivery === undefined ? {} : { cashOnDelivery: of.cashOnDelivery }),
    signature: of.signature,
  };
}

/** Which parts of a question a fact is. */
const factsOf: Readonly<Record<Exclude<RateFact, "services">, (question: RateQuestion) => unknown>> = {
  origin: ({ origin }) => origin,
  destination: ({ destination }) => destination,
  poBox: ({ poBox }) => poBox,
  collectionPoint: ({ collectionPoint }) => collectionPoint,
  shipDate: ({ shipDate }) => shipDate,
  parcels: ({ parcels }) => parcels,
  goodsClasses: ({ goodsClasses }) => goodsClasses,
  goodsValue: ({ goodsValue, currency }) => [goodsValue, currency],
  cashOnDelivery: ({ cashOnDelivery, currency }) =>
    cashOnDelivery === undefined ? null : [cashOnDelivery, currency],
  signature: ({ signature }) => signature,
  account: ({ account }) => account ?? null,
};

/** What an answer for one service is kept under, and what it is known as whatever its day. */
export interface Fingerprint {
  readonly fingerprint: string;
  readonly knownAs: string;
}

/**
 * Names the answer to a question for one service by what the adapter says its rates depend on, and by the settings they were
 * asked with: questions alike in these have one answer, all others have their own.
 */
export function fingerprintOf(
  { question, connection }: Pick<CarrierQuestion, "question" | "connection">,
  service: string,
  { dependsOn }: Pick<Adapter, "dependsOn">,
  settingsVersion: number,
): Fingerprint {
  const facts = (Object.keys(factsOf) as (keyof typeof factsOf)[]).filter((fact) => dependsOn.includes(fact));
  const named = (of: readonly (keyof typeof factsOf)[]) =>
    createHash("sha256")
      .update(
        JSON.stringify([
          connection,
          settingsVersion,
          service,
          of.map((fact) => [fact, factsOf[fact](question)]),
        ]),
      )
      .digest("base64url");
  return { fingerprint: named(facts), knownAs: named(facts.filter((fact) => fact !== "shipDate")) };
}
