import { Decimal } from "@/core/money/decimal";
import type { CompiledItem } from "@/core/parcels/compiled-item";
import type { QuotedOffer, QuotedShipment } from "@/core/quote/quote";
import type { shipments } from "@/db/schema";

/** What an applied charge expects to be shipped, as rows to be kept; weights in kg and volumes in cm³, as the items have them. */
export function shipmentRows(
  applied: { readonly charge: string; readonly order: string },
  offer: Pick<QuotedOffer, "offer" | "shipments">,
  items: (sku: string) => CompiledItem | undefined,
): (typeof shipments.$inferInsert)[] {
  return offer.shipments.map((shipment, position) => {
    const { service, origin, parcels, cost, chargeableWeight, lines } = shipment;
    return {
      ...applied,
      position,
      offer: offer.offer,
      service,
      origin,
      parcels,
      cost,
      pieces: lines.reduce((sum, line) => sum + line.quantity, 0),
      actualWeight: summed(shipment, (sku) => items(sku)?.weight) ?? null,
      volume: summed(shipment, (sku) => items(sku)?.volume) ?? null,
      chargeableWeight: chargeableWeight ?? null,
    };
  });
}

/** The sum over all pieces; `undefined` when one of them is not known. */
function summed({ lines }: QuotedShipment, of: (sku: string) => Decimal | undefined): string | undefined {
  let sum = Decimal.zero;
  for (const { sku, quantity } of lines) {
    const one = of(sku);
    if (!one) return undefined;
    sum = sum.plus(one.times(Decimal.whole(quantity)));
  }
  return sum.toString();
}
