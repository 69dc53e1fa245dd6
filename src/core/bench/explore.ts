import { minorUnit, moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import { chargeOn } from "../quote/charge-basis";
import type { CompiledSetup } from "../quote/compiled-setup";
import { quote, type QuoteContext } from "../quote/quote-order";
import type { ReasonCode } from "../working/reason";
import { exploredRequest, type Exploration } from "./exploration";

/** One looked-at point: figures in the channel's currency, or why there is no charge. */
export type ExploredPoint =
  | { readonly x: string; readonly charge: string; readonly cost: string; readonly margin: string }
  | { readonly x: string; readonly reason: ReasonCode };

const POINTS = 100;

/** An offer's charge, cost and margin at a hundred points of a measure, for each place. Empty where it can't be asked. */
export function explore(
  compiled: CompiledSetup,
  exploration: Exploration,
  context: Pick<QuoteContext, "now">,
): ExploredPoint[][] {
  const { channel, offer, places } = exploration;
  const own = compiled.channels.get(channel);
  if (!own || !compiled.offerCodes.has(offer)) return [];
  return places.map((shipTo) =>
    valuesOf(exploration, own.currency).flatMap((x): ExploredPoint[] => {
      const asked = exploredRequest(exploration, x, shipTo);
      const read = quote(compiled, asked, { now: context.now, items: () => undefined });
      if (!read.ok) return [];
      const [given] = read.value.offers;
      if (given) return [{ x, charge: chargeOn(own, given), cost: given.cost, margin: given.margin }];
      const [withheld] = read.value.withheld;
      return withheld ? [{ x, reason: withheld.reason }] : [];
    }),
  );
}

/** A hundred values, evenly apart; whole pieces each once. */
function valuesOf({ over, to }: Exploration, currency: string): string[] {
  const end = Decimal.read(to);
  if (!end || end.sign <= 0) return [];
  const last = Decimal.whole(POINTS);
  if (over === "pieces") {
    const most = Math.max(1, Math.min(100_000, Math.floor(end.approximately())));
    const step = Math.max(1, Math.ceil(most / POINTS));
    return Array.from({ length: Math.floor((most - 1) / step) + 1 }, (_, i) => String(1 + i * step));
  }
  return Array.from({ length: POINTS }, (_, i) => {
    const value = end.times(Decimal.whole(i + 1)).dividedBy(last, 6, "halfAwayFromZero");
    return over === "goods"
      ? moneyText(value.rounded(minorUnit(currency), "halfAwayFromZero"), currency)
      : value.toString();
  });
}
