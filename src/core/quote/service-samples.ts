import { compileItem } from "../parcels/compiled-item";
import type { Parsed } from "../setup/parse-setup";
import type { Item } from "../setup/item";
import type { Setup } from "../setup/setup";
import type { WeightUnit } from "../units/unit";
import type { Rejection } from "../working/reason";
import { compileSetup } from "./compiled-setup";
import { quote } from "./quote-order";
import type { QuoteRequest } from "./request";

/** One parcel of a weight to a place. */
export interface Sample {
  readonly weight: { readonly value: string; readonly unit: WeightUnit };
  /** Of the parcel's sides; left out, services that count volume say they can't tell. */
  readonly size?: Item["size"];
  readonly shipTo: QuoteRequest["shipTo"];
}

/** What a service charges us for a sample, in the home currency; or why it does not carry it. */
export type SamplePrice =
  | {
      readonly cost: string;
      readonly origin: string;
      readonly zone: string | undefined;
      readonly promise: { readonly earliest: string; readonly latest: string } | undefined;
    }
  | { readonly rejection: Rejection };

const SAMPLE = "sample";

/**
 * The cost of one parcel by each service, for each sample: rates, surcharges and exchange as an order would have them,
 * from the origin sourcing would choose. The
 * outer list goes with `services`, the inner one with `samples`. Fails as compiling the setup does.
 */
export function priceSamples(
  setup: Setup,
  services: readonly string[],
  samples: readonly Sample[],
  now: string,
): Parsed<SamplePrice[][]> {
  const compiled = compileSetup(withSampleOffers(setup, services));
  if (!compiled.ok) return compiled;
  const prices: SamplePrice[][] = services.map(() => []);
  for (const { weight, size, shipTo } of samples) {
    const sample = { sku: SAMPLE, name: SAMPLE, weight, ...(size ? { size } : {}) };
    const item = compileItem(sample, compiled.value.defaultWeights);
    const quoted = quote(
      compiled.value,
      { channel: SAMPLE, shipTo, lines: [{ sku: SAMPLE, quantity: 1 }] },
      { items: () => item, now },
    );
    if (!quoted.ok) return quoted;
    const offers = new Map(quoted.value.offers.map((offer) => [offer.offer, offer]));
    const withheld = new Map(quoted.value.withheld.map((offer) => [offer.offer, offer]));
    services.forEach((_, i) => {
      const offer = offers.get(offerOf(i));
      const [shipment] = offer?.shipments ?? [];
      const refused = withheld.get(offerOf(i));
      if (offer && shipment)
        prices[i]?.push({
          cost: offer.cost,
          origin: shipment.origin,
          zone: shipment.zone,
          promise: offer.promise,
        });
      else if (refused) prices[i]?.push({ rejection: refused.because[0]?.rejection ?? refused.rejection });
    });
  }
  return { ok: true, value: prices };
}

const offerOf = (i: number) => `${SAMPLE}-${i}`;

/** The setup with nothing to choose from but each service by itself, at what it costs. */
function withSampleOffers(setup: Setup, services: readonly string[]): Setup {
  const [chargeType] = setup.chargeTypes;
  return {
    ...setup,
    chargeTypes: chargeType ? setup.chargeTypes : [{ code: SAMPLE, name: SAMPLE }],
    channels: [
      {
        code: SAMPLE,
        name: SAMPLE,
        currency: setup.business.homeCurrency,
        pricesIncludeTax: false,
        active: true,
      },
    ],
    itemExceptions: [],
    offers: services.map((service, i) => ({
      code: offerOf(i),
      name: service,
      channels: [SAMPLE],
      services: [service],
      pick: "listed",
      acrossOrigins: "any",
      plan: { kind: "costPlus" },
      chargeType: chargeType?.code ?? SAMPLE,
      active: true,
    })),
  };
}
