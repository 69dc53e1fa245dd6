import { Decimal } from "@/core/money/decimal";
import type { StripPart } from "@/core/plans/measure-strip";
import type { Quote } from "@/core/quote/quote";
import { basePerUnit, dimensionOf, unitOf } from "@/core/rules/measured";
import type { Measure } from "@/core/setup/measures";
import { list } from "@/messages/figures";

/** What the strip's figures are followed by. */
export function stripUnit(measure: Measure, unit: string | undefined, currency: string): string {
  return dimensionOf(measure) === "money" ? currency : (unitOf(measure, unit) ?? "");
}

/** A stretch and what takes it: "over 5 and up to and including 20 kg: rule 4". */
export function partWords(
  { low, lowIn, high, highIn, rules, isTaken, isSure }: StripPart,
  unit: string,
): string {
  const figure = (value: string) => (unit === "" ? value : `${value} ${unit}`);
  const from = low === undefined || low === "0" ? "" : `${lowIn ? "from" : "over"} ${figure(low)}`;
  const to = high === undefined ? "" : `${highIn ? "up to and including" : "under"} ${figure(high)}`;
  const stretch =
    low !== undefined && low === high
      ? `exactly ${figure(low)}`
      : [from, to].filter(Boolean).join(" and ") || "all";
  const numbers = rules.map((rule) => `rule ${rule + 1}`);
  const takes =
    rules.length === 0
      ? isTaken
        ? "what is otherwise"
        : "nothing, no offer"
      : isSure
        ? list(numbers)
        : `${numbers.join(" or ")}, by what else ${numbers.length === 1 ? "it asks" : "they ask"}${isTaken ? "" : ", or no offer"}`;
  return `${stretch}: ${takes}`;
}

/** A trial's own figure on the strip, where the quote tells it. */
export function trialValue(
  { measures, offers }: Quote,
  offer: string | undefined,
  measure: Measure,
  unit: string | undefined,
): number | undefined {
  const shipments = offers.find((one) => one.offer === offer)?.shipments ?? [];
  const weights = shipments.flatMap(({ chargeableWeight }) => chargeableWeight ?? []);
  const known: Partial<Record<Measure, string | number | undefined>> = {
    quantity: measures.quantity,
    lines: measures.lines,
    parcels: measures.parcels,
    actualWeight: measures.actualWeight,
    volume: measures.volume,
    goodsValue: measures.goodsValue,
    goodsValueIncTax: measures.goodsValueIncTax,
    chargeableWeight: weights.length > 0 ? weights.reduce((sum, one) => sum + Number(one), 0) : undefined,
  };
  const value = known[measure];
  if (value === undefined) return undefined;
  return Decimal.of(String(value))
    .dividedBy(basePerUnit(measure, unit), 3, "halfAwayFromZero")
    .approximately();
}
