/** A shipment as a stand-in understood it from what it was sent, in the stand-in's own units. */
export interface Received {
  readonly carrier: string;
  readonly services: readonly string[];
  readonly from: Place;
  readonly to: Place;
  readonly poBox: boolean;
  readonly collectionPoint: boolean;
  readonly day: string;
  readonly parcels: readonly Parcel[];
  readonly value: Money;
  readonly cashOnDelivery: Money | undefined;
  readonly signature: boolean;
  readonly classes: readonly string[];
  readonly account: string | undefined;
}

export interface Place {
  readonly country: string;
  readonly region?: string;
  readonly postcode?: string;
  readonly town?: string;
}

export interface Money {
  readonly amount: string;
  readonly currency: string;
}

/** Whole grams or whole kilos, whole millimetres or what was written: as the carrier counts. */
export interface Parcel {
  readonly count: number;
  readonly weight: string;
  readonly sides: readonly string[] | undefined;
}

/** A call as it reaches a stand-in. */
export interface Call {
  readonly method: string;
  readonly path: string;
  readonly header: (name: string) => string | undefined;
  readonly body: string;
}

export interface Reply {
  readonly status: number;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body: string;
}

/** What a stand-in does with a call: its reply, and what it took the shipments in it for. */
export interface Answered {
  readonly reply: Reply;
  readonly received: readonly Received[];
}

export interface StandIn {
  readonly code: string;
  readonly name: string;
  /** How it is spoken to, for whoever looks at its page. */
  readonly habit: string;
  readonly answer: (call: Call) => Answered;
}

export function json(status: number, value: unknown): Reply {
  return { status, headers: { "content-type": "application/json" }, body: JSON.stringify(value) };
}
