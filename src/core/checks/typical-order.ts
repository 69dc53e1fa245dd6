import { Decimal } from "../money/decimal";
import { compileItem } from "../parcels/compiled-item";
import { quote } from "../quote/quote-order";
import type { CompiledSetup } from "../quote/compiled-setup";
import type { Quote } from "../quote/quote";
import type { Item } from "../setup/item";
import { joinPath } from "../setup/path";
import type { Address } from "../setup/primitives";
import { inKilograms } from "../units/unit";
import { finding, type Finding } from "./finding";

/** The order that is asked for: one piece of an item, to a place. */
interface Typical {
  readonly item: Item;
  readonly home: Address;
}

/**
 * Offers that lose money on a typical order: one piece of the item whose weight stands in the middle of the catalogue, to
 * where the first origin that is on stands, at noon (UTC) of the date. Each offer is told once, by the first of its
 * channels where it does. Live services stand with their fallback; an offer that is not given says nothing.
 */
export function typicalOrderFindings(
  compiled: CompiledSetup,
  items: readonly Item[],
  date: string,
): Finding[] {
  const item = middleOf(items);
  const home = compiled.setup.origins.find(({ active }) => active)?.address;
  if (!item || !home) return [];
  const found = new Map<string, Finding>();
  for (const channel of compiled.setup.channels) {
    const answer = quoted(compiled, channel.code, { item, home }, date);
    for (const { offer, net, cost } of answer?.offers ?? []) {
      if (found.has(offer) || !Decimal.of(net).lessThan(Decimal.of(cost))) continue;
      const money = (amount: string) => ({ amount, currency: answer?.currency ?? "" });
      const place = [home.country, home.postcode].filter(Boolean).join(" ");
      const data = {
        offer,
        channel: channel.name,
        sku: item.sku,
        place,
        charge: money(net),
        cost: money(cost),
      };
      found.set(offer, finding("typical-order-loses", "warning", data, joinPath("offers", offer, "plan")));
    }
  }
  return [...found.values()];
}

function quoted(
  compiled: CompiledSetup,
  channel: string,
  { item, home: { country, subdivision, postcode } }: Typical,
  date: string,
): Quote | undefined {
  const known = compileItem(item, compiled.defaultWeights);
  const shipTo = {
    country,
    ...(subdivision === undefined ? {} : { subdivision }),
    ...(postcode === "" ? {} : { postcode }),
  };
  const answer = quote(
    compiled,
    { channel, shipTo, lines: [{ sku: item.sku, quantity: 1 }] },
    { items: (sku) => (sku === item.sku ? known : undefined), now: `${date}T12:00:00Z` },
  );
  return answer.ok ? answer.value : undefined;
}

/** The item whose weight stands in the middle of those that ship and have one; of an even number the lighter; ties by number. */
function middleOf(items: readonly Item[]): Item | undefined {
  const weighed = items
    .flatMap((item) =>
      item.weight && item.shippable !== false ? [{ item, kilograms: inKilograms(item.weight) }] : [],
    )
    .sort((a, b) => a.kilograms.compare(b.kilograms) || (a.item.sku < b.item.sku ? -1 : 1));
  return weighed[Math.floor((weighed.length - 1) / 2)]?.item;
}
