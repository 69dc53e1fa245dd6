/** A place as a carrier is told of it. Country and subdivision by ISO 3166, the postcode as it is written there. */
export interface RatePlace {
  readonly country: string;
  readonly subdivision?: string;
  readonly postcode?: string;
  readonly city?: string;
}

/** Parcels that are alike: kg of one, and its sides in cm, the longest first; what nobody knows is left out, and is not nothing. */
export interface RateParcel {
  readonly count: number;
  readonly weight?: string;
  readonly sides?: readonly string[];
}

/** What a carrier's rate can depend on, of one shipment: the names by which an adapter says which of it does. */
export const rateFacts = [
  "services",
  "origin",
  "destination",
  "poBox",
  "collectionPoint",
  "shipDate",
  "parcels",
  "goodsClasses",
  "goodsValue",
  "cashOnDelivery",
  "signature",
  "account",
] as const;
export type RateFact = (typeof rateFacts)[number];

/** One shipment and the services a rate is wanted for, by the carrier's own names. Money is in `currency`. */
export interface RateQuestion {
  readonly services: readonly string[];
  readonly origin: RatePlace;
  readonly destination: RatePlace;
  readonly poBox: boolean;
  readonly collectionPoint: boolean;
  /** `YYYY-MM-DD`: the day it is handed to the carrier. */
  readonly shipDate: string;
  readonly parcels: readonly RateParcel[];
  /** Codes of ours, each once, in order. */
  readonly goodsClasses: readonly string[];
  readonly currency: string;
  /** Without tax, after discounts. */
  readonly goodsValue: string;
  /** What is collected at the door. */
  readonly cashOnDelivery?: string;
  readonly signature: boolean;
  readonly account?: string;
}

export type RatePartKind = "base" | "fuel" | "surcharge" | "discount";

/** What a figure is made of, in the rate's own tax basis; parts add up to its amount. */
export interface RatePart {
  readonly kind: RatePartKind;
  readonly name: string;
  readonly amount: string;
}

/** A carrier's price for one service. With tax it says how much of it is tax, in percent of the amount without it. */
export interface Rate {
  readonly service: string;
  readonly amount: string;
  readonly currency: string;
  readonly tax: { readonly basis: "without" } | { readonly basis: "with"; readonly percent: string };
  /** The days it arrives between, both in. */
  readonly promise?: { readonly earliest: string; readonly latest: string };
  readonly parts?: readonly RatePart[];
  /** The carrier's name of this answer. */
  readonly reference?: string;
}

/** A service the carrier does not give for this shipment, in its own words. */
export interface RateRefusal {
  readonly service: string;
  readonly reason: string;
}

/** Why there is no answer at all. */
export type RateFault = "late" | "sign-in" | "malformed" | "unavailable" | "rate-limited" | "refused-address";

/** No answer at all: it says nothing of the shipment. */
export interface RateFailure {
  readonly fault: RateFault;
  /** Seconds the carrier asks to be left alone for. */
  readonly waitS?: number;
  /** What was wrong, in a few words, without a secret. */
  readonly said?: string;
}

/** What came of a question: rates and refusals by service, or a failure. */
export type RateAnswer =
  | { readonly rates: readonly Rate[]; readonly declined: readonly RateRefusal[] }
  | RateFailure;

/** A call an adapter makes. Where it goes is below the connection's address: an adapter names no host. */
export interface AdapterCall {
  readonly method: "GET" | "POST";
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body?: string;
}

/** What came back of it. */
export type AdapterReply =
  | {
      readonly ok: true;
      readonly status: number;
      readonly header: (name: string) => string | undefined;
      readonly body: string;
    }
  | { readonly ok: false; readonly why: "late" | "unreachable" | "refused-address" };

/** How an adapter reaches the carrier: guarded, bounded in time and size by whoever gives it; it never throws. */
export type Send = (call: AdapterCall) => Promise<AdapterReply>;

/** A setting of a connection. A secret is kept sealed, and shown to nobody once it is stored. */
export interface AdapterField {
  readonly key: string;
  readonly label: string;
  readonly help: string;
  readonly isSecret: boolean;
  readonly isNeeded: boolean;
}

export type AdapterSettings = Readonly<Record<string, string>>;

/** A service as the carrier calls it. */
export interface CarrierService {
  readonly code: string;
  readonly name: string;
}

/**
 * How one kind of carrier's system is asked. It knows the question and nothing else of the product, keeps nothing between
 * calls, and answers each question in its place; it never throws for what a carrier says.
 */
export interface Adapter {
  readonly code: string;
  readonly name: string;
  readonly fields: readonly AdapterField[];
  /** What its rates depend on: questions alike in these have one answer. */
  readonly dependsOn: readonly RateFact[];
  /** What it can't be asked about, in words: whoever sets it up is told. */
  readonly cannot: readonly string[];
  readonly services: (
    settings: AdapterSettings,
    send: Send,
  ) => Promise<readonly CarrierService[] | RateFailure>;
  readonly rates: (
    questions: readonly RateQuestion[],
    settings: AdapterSettings,
    send: Send,
  ) => Promise<readonly RateAnswer[]>;
}
