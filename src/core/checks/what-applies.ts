import { Decimal } from "../money/decimal";
import { inKilograms } from "../units/unit";
import { barringList } from "../setup/class-lists";
import type { Item } from "../setup/item";
import type { ItemException } from "../setup/offer";
import { joinPath } from "../setup/path";
import type { Destination } from "../setup/primitives";
import type { Setup } from "../setup/setup";
import type { TransportMode } from "../setup/transport-mode";

/** What of a setup can concern an item. */
export type ItemSetup = Pick<Setup, "goodsClasses" | "origins" | "services" | "offers" | "itemExceptions">;

/** Something of the setup that concerns an item, with the place that says so. */
export type ItemRule =
  | {
      readonly kind: "weight-of-class";
      readonly goodsClass: string;
      readonly value: string;
      readonly unit: string;
      readonly source: string;
    }
  | { readonly kind: "weight-missing"; readonly source: string }
  | { readonly kind: "size-missing"; readonly source: string }
  | { readonly kind: "not-shipped"; readonly source: string }
  | { readonly kind: "ships-alone"; readonly source: string }
  | { readonly kind: "any-origin"; readonly source: string }
  | { readonly kind: "stock"; readonly origin: string; readonly quantity: number; readonly source: string }
  | {
      readonly kind: "exception";
      readonly effect: ItemException["do"];
      readonly by: "item" | "goodsClass" | "all";
      /** `undefined`: any. */
      readonly offer: string | undefined;
      /** Of its money, where its offer has a currency of its own; else the home currency. */
      readonly currency: string | undefined;
      readonly destinations: readonly Destination[];
      /** Whether an exception that is more specific goes before it everywhere it could count. */
      readonly isBeaten: boolean;
      readonly source: string;
    }
  | {
      readonly kind: "offer-refuses" | "service-refuses" | "origin-refuses";
      readonly name: string;
      readonly source: string;
    }
  | {
      readonly kind: "not-by-mode";
      readonly name: string;
      readonly mode: TransportMode;
      readonly source: string;
    }
  | {
      readonly kind: "too-heavy";
      readonly name: string;
      readonly limit: string;
      readonly unit: string;
      readonly source: string;
    };

/**
 * What applies to an item, in the order an order would meet it: whether and from where it ships, its weight and size, what
 * refuses it, and the exceptions from the most specific on.
 */
export function whatApplies(setup: ItemSetup, item: Item): ItemRule[] {
  if (item.shippable === false) return [{ kind: "not-shipped", source: at(item, "shippable") }];
  return [
    ...stock(item),
    ...measures(setup, item),
    ...refusals(setup, item),
    ...otherMode(setup, item),
    ...tooHeavy(setup, item),
    ...exceptions(setup, item),
  ];
}

const at = (item: Item, field: string) => `${joinPath("items", item.sku)}/${field}`;

function stock(item: Item): ItemRule[] {
  if (!item.stock) return [{ kind: "any-origin", source: at(item, "stock") }];
  return item.stock.map(({ origin, quantity }) => ({
    kind: "stock",
    origin,
    quantity,
    source: at(item, "stock"),
  }));
}

function measures({ goodsClasses }: ItemSetup, item: Item): ItemRule[] {
  const rules: ItemRule[] = [];
  const own = goodsClasses.find(({ code }) => code === item.goodsClass);
  if (!item.weight && own?.defaultWeight)
    rules.push({
      kind: "weight-of-class",
      goodsClass: own.name,
      ...own.defaultWeight,
      source: joinPath("goodsClasses", own.code, "defaultWeight"),
    });
  else if (!item.weight) rules.push({ kind: "weight-missing", source: at(item, "weight") });
  if (!item.size) rules.push({ kind: "size-missing", source: at(item, "size") });
  if (item.shipsAlone) rules.push({ kind: "ships-alone", source: at(item, "shipsAlone") });
  return rules;
}

function refusals({ offers, services, origins }: ItemSetup, { goodsClass }: Item): ItemRule[] {
  const rules: ItemRule[] = [];
  for (const origin of origins) {
    const field = origin.active ? barringList(origin, goodsClass) : undefined;
    if (field)
      rules.push({
        kind: "origin-refuses",
        name: origin.name,
        source: joinPath("origins", origin.code, field),
      });
  }
  for (const service of services) {
    const field = service.active && service.accepts ? barringList(service.accepts, goodsClass) : undefined;
    if (field)
      rules.push({
        kind: "service-refuses",
        name: service.name,
        source: joinPath("services", service.code, "accepts", field),
      });
  }
  for (const offer of offers) {
    const field = offer.active ? barringList(offer, goodsClass) : undefined;
    if (field)
      rules.push({ kind: "offer-refuses", name: offer.name, source: joinPath("offers", offer.code, field) });
  }
  return rules;
}

/** Services that go a way the item may not, by its own mark or its class's. */
function otherMode({ services, goodsClasses }: ItemSetup, item: Item): ItemRule[] {
  const own = goodsClasses.find(({ code }) => code === item.goodsClass);
  return services.flatMap(({ active, mode, name }): ItemRule[] => {
    if (!active || mode === undefined) return [];
    if (item.notBy?.includes(mode)) return [{ kind: "not-by-mode", name, mode, source: at(item, "notBy") }];
    if (!own?.notBy?.includes(mode)) return [];
    return [{ kind: "not-by-mode", name, mode, source: joinPath("goodsClasses", own.code, "notBy") }];
  });
}

/** Services that one piece alone is too heavy for. */
function tooHeavy({ services, goodsClasses }: ItemSetup, item: Item): ItemRule[] {
  const weight = item.weight ?? goodsClasses.find(({ code }) => code === item.goodsClass)?.defaultWeight;
  const kilograms = weight ? inKilograms(weight) : Decimal.zero;
  return services.flatMap((service): ItemRule[] => {
    const { maxParcelWeight: limit } = service.limits ?? {};
    if (!service.active || !limit || !kilograms.moreThan(inKilograms(limit))) return [];
    const source = joinPath("services", service.code, "limits", "maxParcelWeight");
    return [{ kind: "too-heavy", name: service.name, limit: limit.value, unit: limit.unit, source }];
  });
}

function exceptions({ itemExceptions, offers }: ItemSetup, item: Item): ItemRule[] {
  const own = itemExceptions.flatMap((exception, index) => {
    if (exception.item !== undefined && exception.item !== item.sku) return [];
    if (exception.goodsClass !== undefined && exception.goodsClass !== item.goodsClass) return [];
    const by =
      exception.item !== undefined ? "item" : exception.goodsClass !== undefined ? "goodsClass" : "all";
    return [{ exception, index, by } as const];
  });
  own.sort(
    (a, b) =>
      specific(b.exception) - specific(a.exception) ||
      Number(a.exception.offer === undefined) - Number(b.exception.offer === undefined) ||
      a.index - b.index,
  );
  return own.map(({ exception, index, by }, i) => ({
    kind: "exception",
    effect: exception.do,
    by,
    offer: exception.offer,
    currency: offers.find(({ code }) => code === exception.offer)?.currency,
    destinations: exception.destinations ?? [],
    isBeaten: own.slice(0, i).some((other) => beats(other.exception, exception)),
    source: joinPath("itemExceptions", index),
  }));
}

/** Whether one exception counts wherever another could: it is for all destinations, and for its offer or any. */
function beats(one: ItemException, other: ItemException): boolean {
  const everywhere = (one.destinations ?? []).length === 0;
  const offers = one.offer === undefined || one.offer === other.offer;
  if (!everywhere || !offers || specific(one) < specific(other)) return false;
  if (specific(one) > specific(other)) return true;
  // of the same items, one with a destination or an offer is narrower than one without
  const named = one.offer === undefined && other.offer !== undefined;
  return !named && (other.destinations ?? []).length === 0;
}

/** How narrowly an exception says which items it is for: an item, of those one with its class too; a class; any. */
const specific = ({ item, goodsClass }: ItemException): number =>
  (item === undefined ? 0 : 2) + (goodsClass === undefined ? 0 : 1);
