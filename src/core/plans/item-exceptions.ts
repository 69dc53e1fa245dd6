import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { ItemException } from "../setup/offer";
import { joinPath } from "../setup/path";
import { entryText } from "../zones/compiled-chart";
import { compilePlace, isIn, narrowness, type CompiledPlace } from "../zones/compiled-place";
import type { Place } from "../zones/zone-index";

/** What an exception does: money for each piece, of its offer's currency, else of the home currency. */
export type ExceptionEffect =
  | { readonly kind: "instead" | "extra"; readonly amount: Decimal }
  | { readonly kind: "ban" | "shipsFree" };

export interface CompiledException {
  readonly effect: ExceptionEffect;
  readonly item: string | undefined;
  readonly goodsClass: string | undefined;
  readonly offer: string | undefined;
  readonly places: readonly CompiledPlace[];
  readonly path: string;
}

function compileException(exception: ItemException): CompiledException {
  return {
    effect: effectOf(exception.do),
    item: exception.item,
    goodsClass: exception.goodsClass,
    offer: exception.offer,
    places: (exception.destinations ?? []).map(compilePlace),
    path: pathOf(exception),
  };
}

/** By what it is about: an item or a class, the offer, the destinations; `any` where it names none. */
function pathOf({ item, goodsClass, offer, destinations = [] }: ItemException): string {
  const what = [item, goodsClass].filter((part) => part !== undefined).join(" ");
  return joinPath(
    "itemExceptions",
    what || "any",
    offer ?? "any",
    destinations.map(entryText).join(", ") || "any",
  );
}

function effectOf(effect: ItemException["do"]): ExceptionEffect {
  if (typeof effect === "string") return { kind: effect };
  return "instead" in effect
    ? { kind: "instead", amount: Decimal.of(effect.instead) }
    : { kind: "extra", amount: Decimal.of(effect.extra) };
}

/** The exceptions that can concern an offer. */
export class ItemExceptions {
  private readonly byItem = new Map<string, CompiledException[]>();
  private readonly others: CompiledException[] = [];

  constructor(exceptions: readonly ItemException[], offer: string) {
    exceptions.forEach((exception) => {
      if (exception.offer !== undefined && exception.offer !== offer) return;
      const compiled = compileException(exception);
      const list = exception.item === undefined ? this.others : this.byItem.get(exception.item);
      if (list) list.push(compiled);
      else if (exception.item !== undefined) this.byItem.set(exception.item, [compiled]);
    });
  }

  get isEmpty(): boolean {
    return this.byItem.size === 0 && this.others.length === 0;
  }

  /**
   * The one exception that counts for a line: the most specific by item (an item, then a goods class, then any), of
   * those by offer, of those by destination (the narrowest listed place that holds it), of those the earlier.
   */
  find({ item }: OrderLine, place: Place): CompiledException | undefined {
    const own = this.byItem.get(item.sku);
    if (!own && this.others.length === 0) return undefined;
    let found: CompiledException | undefined;
    let rank: readonly number[] = [];
    for (const entry of own ? [...own, ...this.others] : this.others) {
      if (entry.goodsClass !== undefined && entry.goodsClass !== item.goodsClass) continue;
      const holding = entry.places.length === 0 ? anywhere : entry.places.filter((one) => isIn(one, place));
      if (entry.places.length > 0 && holding.length === 0) continue;
      const mine = rankOf(entry, holding);
      if (!found || moreSpecific(mine, rank)) [found, rank] = [entry, mine];
    }
    return found;
  }
}

const anywhere: readonly CompiledPlace[] = [];

function rankOf(entry: CompiledException, holding: readonly CompiledPlace[]): readonly number[] {
  const byItem = entry.item !== undefined ? 2 : entry.goodsClass !== undefined ? 1 : 0;
  const byPlace = Math.max(0, ...holding.map((place) => narrowness(place) + 1));
  return [
    byItem,
    entry.item !== undefined && entry.goodsClass !== undefined ? 1 : 0,
    entry.offer === undefined ? 0 : 1,
    byPlace,
  ];
}

function moreSpecific(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i++) {
    const difference = (a[i] ?? 0) - (b[i] ?? 0);
    if (difference !== 0) return difference > 0;
  }
  return false;
}
