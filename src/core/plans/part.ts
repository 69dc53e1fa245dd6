import { Decimal } from "../money/decimal";
import type { ParcelGroup } from "../parcels/form-parcels";
import { Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import type { Facts } from "../rules/facts";
import type { Journey } from "../rules/journey";
import { chargeableWeight } from "../services/chargeable-weight";
import type { RatedShipment } from "../sourcing/candidate";
import { withTax, type TaxRate } from "../tax/tax-rate";

/** What a charge is made for: an order, one shipment of it, or the part of either that a plan still has to charge. */
export interface Part {
  readonly facts: Facts;
  readonly shipments: readonly RatedShipment[];
  /** The tax that is added to the cost before it enters the charge; `undefined` where prices are without tax. */
  readonly costTax: TaxRate | undefined;
}

/** The shipments of a quote, or one of them, as a part to charge for. */
export function partOfShipments(
  journey: Journey,
  shipments: readonly RatedShipment[],
  cost: Decimal,
  costTax: TaxRate | undefined,
): Part {
  const [only] = shipments;
  const single = shipments.length === 1 && only;
  return {
    shipments,
    costTax,
    facts: {
      journey,
      measures: single ? only.shipment.measures : measuresOf(shipments),
      origins: shipments.map(({ shipment }) => shipment.origin),
      shipments: shipments.length,
      chargeableWeight: total(shipments),
      cost,
      chargedCost: costTax ? withTax(cost, costTax) : cost,
    },
  };
}

/**
 * The part that only some of the lines make: measured anew, shipments of which nothing is left no longer counted.
 * What it costs stays what the whole costs: carriers bill shipments, not lines.
 */
export function narrowed(part: Part, keep: (line: OrderLine) => boolean): Part {
  const left: RatedShipment[] = [];
  for (const rated of part.shipments) {
    const { shipment, answer } = rated;
    const lines = shipment.lines.filter(keep);
    if (lines.length === shipment.lines.length) left.push(rated);
    if (lines.length === 0 || lines.length === shipment.lines.length) continue;
    const measures = new Measures(lines);
    const weight = chargeableWeight(answer.compiled, measures.parcelGroups);
    left.push({
      shipment: { ...shipment, lines, measures },
      answer: { ...answer, chargeableWeight: weight },
    });
  }
  return partOfShipments(part.facts.journey, left, part.facts.cost, part.costTax);
}

/** Parcels are those of the shipments: an order from two places makes at least two. */
function measuresOf(shipments: readonly RatedShipment[]): Measures {
  const lines: OrderLine[] = [];
  const groups: ParcelGroup[] = [];
  for (const { shipment } of shipments) {
    lines.push(...shipment.lines);
    groups.push(...shipment.measures.parcelGroups);
  }
  return new Measures(lines, groups);
}

function total(shipments: readonly RatedShipment[]): Decimal | undefined {
  const [first, ...rest] = shipments;
  let all = first ? first.answer.chargeableWeight : Decimal.zero;
  for (const { answer } of rest) all = all && answer.chargeableWeight?.plus(all);
  return all;
}
