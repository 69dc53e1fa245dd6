import { Decimal } from "../money/decimal";
import { compileAdjustments, type CompiledAdjustments } from "../plans/adjust";
import { compileFree, type CompiledFree } from "../plans/free-delivery";
import { ItemExceptions } from "../plans/item-exceptions";
import { compilePlan, type Pricing } from "../plans/price-plan";
import type { Charts } from "../rules/condition";
import type { CompiledService } from "../services/compiled-service";
import type { Offer } from "../setup/offer";
import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import { fixedRate, type TaxRate } from "../tax/tax-rate";
import { compilePlace, type CompiledPlace } from "../zones/compiled-place";

/** An offer, read once. */
export interface CompiledOffer {
  readonly offer: Offer;
  readonly only: readonly CompiledPlace[];
  readonly not: readonly CompiledPlace[];
  /** In the order they are listed. */
  readonly services: readonly CompiledService[];
  /** The origins its working services leave from; `undefined`: one of them leaves from anywhere. */
  readonly leavesFrom: ReadonlySet<string> | undefined;
  readonly pricing: Pricing;
  readonly adjustments: CompiledAdjustments | undefined;
  readonly free: CompiledFree | undefined;
  /** The currency of the amounts typed in it: its own, else the home currency. */
  readonly currency: string;
  /** Of the offer, for all its charge lines. */
  readonly tax: TaxRate | undefined;
  readonly path: string;
}

export function compileOffer(
  offer: Offer,
  setup: Setup,
  charts: Charts,
  services: ReadonlyMap<string, CompiledService>,
): CompiledOffer {
  const path = joinPath("offers", offer.code);
  const behind = offer.services.flatMap((code) => services.get(code) ?? []);
  return {
    offer,
    only: (offer.destinations?.only ?? []).map(compilePlace),
    not: (offer.destinations?.not ?? []).map(compilePlace),
    services: behind,
    leavesFrom: originsOf(behind),
    pricing: {
      plan: compilePlan(offer.plan, charts, `${path}/plan`),
      exceptions: new ItemExceptions(setup.itemExceptions, offer.code),
      charged: offer.charged ?? "perOrder",
      path,
    },
    adjustments: offer.adjust && compileAdjustments(offer.adjust, charts, `${path}/adjust`),
    free: offer.free && compileFree(offer.free, charts, `${path}/free`),
    currency: offer.currency ?? setup.business.homeCurrency,
    tax:
      offer.taxPercent === undefined
        ? undefined
        : fixedRate(Decimal.of(offer.taxPercent), `${path}/taxPercent`),
    path,
  };
}

function originsOf(services: readonly CompiledService[]): ReadonlySet<string> | undefined {
  const origins = new Set<string>();
  for (const { service, carrierActive, origins: own } of services) {
    if (!service.active || !carrierActive) continue;
    if (!own) return undefined;
    for (const origin of own) origins.add(origin);
  }
  return origins;
}
