import { minorUnit, moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { CompiledSetup } from "../quote/compiled-setup";
import type { QuoteRequest, RequestLine } from "../quote/request";
import { dimensionOf } from "../rules/measured";
import type { Offer } from "../setup/offer";
import type { Outcome, Plan } from "../setup/plan";
import { editionOn, type CompiledTariff } from "../tariffs/compiled-tariff";
import { sampleOf, sampleValue } from "../tariffs/table-sample";

/** A trial's request, with the break it stands for: the place of its edge in the edition. */
export interface EdgeTrial {
  readonly break: number;
  readonly value: string;
  readonly unit: string;
  readonly request: QuoteRequest;
}

/**
 * A request for each break of a tariff: goods of just its edge (half as far again beyond an open one), to a place of the
 * zone, by the first channel with an offer that reads the tariff. Weights, pieces and goods values can be made; tables by
 * other measures give none, nor does a tariff that no offer reads.
 */
export function edgeTrials(compiled: CompiledSetup, code: string, zone: string, date: string): EdgeTrial[] {
  const tariff = compiled.tariffs.get(code);
  const edition = tariff && editionOn(tariff, date);
  const place = tariff && sampleOf(tariff, zone);
  const channel = tariff && channelOf(compiled, tariff);
  if (!tariff || !edition || !place || channel === undefined) return [];
  return edition.breaks.flatMap((entry, index): EdgeTrial[] => {
    const value = sampleValue(entry);
    const line = lineOf(tariff, value);
    if (!line) return [];
    const { country, postcode, subdivision } = place;
    return [
      {
        break: index,
        value: value.dividedBy(tariff.basePerUnit, 6, "halfAwayFromZero").toString(),
        unit: tariff.unit,
        request: {
          channel,
          shipTo: {
            country,
            ...(postcode === "" ? {} : { postcode }),
            ...(subdivision === undefined ? {} : { subdivision }),
          },
          lines: [line],
        },
      },
    ];
  });
}

function lineOf({ measure, currency }: CompiledTariff, value: Decimal): RequestLine | undefined {
  // so small that no volume decides
  const size = { length: "1", width: "1", height: "1", unit: "cm" as const };
  const kg = (weight: Decimal) => ({ weight: { value: weight.toString(), unit: "kg" as const }, size });
  const dimension = dimensionOf(measure);
  if (dimension === "weight") return { sku: "goods-1", quantity: 1, item: kg(value) };
  if (measure === "quantity") {
    const quantity = Math.max(1, Math.round(value.approximately()));
    return { sku: "goods-1", quantity, item: kg(Decimal.one) };
  }
  if (dimension !== "money") return undefined;
  const unitPrice = moneyText(value.rounded(minorUnit(currency), "halfAwayFromZero"), currency);
  return { sku: "goods-1", quantity: 1, unitPrice, item: kg(Decimal.one) };
}

/** The first channel with an offer that sells by the tariff or ships by a service rated by it. */
function channelOf(compiled: CompiledSetup, { code }: CompiledTariff): string | undefined {
  for (const [channel, offers] of compiled.offers)
    for (const { offer, services } of offers)
      if (
        sellsBy(offer, code) ||
        services.some(({ rate }) => rate.kind === "tariff" && rate.tariff.code === code)
      )
        return channel;
  return undefined;
}

/** Whether an offer's plan reads a tariff, also in a rule of a ladder. */
function sellsBy({ plan }: Pick<Offer, "plan">, tariff: string): boolean {
  return tariffsOf(plan).includes(tariff);
}

function tariffsOf(plan: Plan): string[] {
  if (plan.kind === "tariff") return [plan.tariff];
  if (plan.kind !== "ladder") return [];
  const outcomes: Outcome[] = [
    ...plan.rules.map(({ then }) => then),
    ...(plan.otherwise ? [plan.otherwise] : []),
  ];
  return outcomes.flatMap((outcome) => ("tariff" in outcome ? [outcome.tariff] : []));
}
