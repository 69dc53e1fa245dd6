import type { Offer } from "./offer";
import { joinPath } from "./path";
import type { Problem } from "./problem";
import type { Service } from "./service";
import type { Setup } from "./setup";
import type { Tariff } from "./tariff";

/** Parts of the format that the computation does not know yet. They are refused by path, never passed over in silence. */
export function findUnsupported(setup: Setup): Problem[] {
  const paths = [
    ...(setup.business.deliveryTax !== undefined && setup.business.deliveryTax !== "fixed"
      ? ["business/deliveryTax"]
      : []),
    ...setup.services.flatMap(inService),
    ...setup.tariffs.flatMap(inTariff),
    ...setup.channels
      .filter((channel) => channel.whenFree === "dropSlowerOrEqual")
      .map((channel) => joinPath("channels", channel.code, "whenFree")),
    ...setup.offers.flatMap(inOffer),
    ...setup.itemExceptions.map((_, i) => joinPath("itemExceptions", i)),
    ...(setup.sourcing.split === "byPiece" ? ["sourcing/split"] : []),
  ];
  return paths.map((path) => ({ code: "not-supported-yet", path, data: {} }));
}

function inService(service: Service): string[] {
  const at = (...rest: string[]) => joinPath("services", service.code, ...rest);
  return [
    ...("live" in service.rate ? [at("rate", "live")] : []),
    ...(service.surcharges && service.surcharges.length > 0 ? [at("surcharges")] : []),
  ];
}

function inTariff(tariff: Tariff): string[] {
  const measure = tariff.measure === "distance" ? [joinPath("tariffs", tariff.code, "measure")] : [];
  const banded = tariff.editions.filter((edition) => edition.bands);
  return [
    ...measure,
    ...banded.map((edition) => joinPath("tariffs", tariff.code, "editions", edition.label, "bands")),
  ];
}

const plans = new Set(["costPlus", "flat", "tariff"]);

function inOffer(offer: Offer): string[] {
  const at = (...rest: string[]) => joinPath("offers", offer.code, ...rest);
  const adjust = offer.adjust ?? {};
  const later = (["additions", "minimum", "maximum", "rounding"] as const).filter(
    (field) => adjust[field] !== undefined,
  );
  return [
    ...(plans.has(offer.plan.kind) ? [] : [at("plan", "kind")]),
    ...(offer.pick === "fastest" ? [at("pick")] : []),
    ...later.map((field) => at("adjust", field)),
    ...(offer.free ? [at("free")] : []),
  ];
}
