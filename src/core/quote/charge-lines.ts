import { moneyText, roundMoney } from "../money/currency";
import { sum, type Decimal } from "../money/decimal";
import type { Addition } from "../plans/adjust";
import type { Trace } from "../working/step";
import type { ChargeLine } from "./quote";
import { taxCharge, type TaxedCharge } from "../tax/order-tax";
import { inParts } from "../money/in-parts";
import { withTax, type TaxRate } from "../tax/tax-rate";

/** One kind of charge with its tax. */
interface Piece {
  readonly type: string;
  readonly name: string;
  readonly amount: Decimal;
  readonly rate: TaxRate;
}

export interface Charged {
  readonly total: TaxedCharge;
  readonly lines: readonly ChargeLine[];
}

/** What charge lines are made with. */
export interface ChargeMaking {
  readonly name: string;
  readonly type: string;
  readonly rateOf: (type: string) => TaxRate;
  readonly includesTax: boolean;
  readonly currency: string;
}

/**
 * The charge as lines: the freight part under the offer's charge type, and each addition that is shown separately under
 * its own. Shown additions are rounded to money; the freight is the rest, and never less than nothing: where a maximum
 * cut the charge below its additions, the last of them are cut. Lines of one tax rate are taxed together, so that the
 * offer's tax is rounded once, and the last line takes what the rounding leaves.
 */
export function chargeLines(
  charge: Decimal,
  additions: readonly Addition[],
  making: ChargeMaking,
  trace?: Trace,
): Charged {
  const { currency, includesTax } = making;
  const rounded = roundMoney(charge, currency);
  if (trace && !rounded.equals(charge))
    trace.add(
      "charge-rounded",
      { charge: { amount: moneyText(rounded, currency), currency }, basis: includesTax ? "gross" : "net" },
      moneyText(rounded, currency),
    );
  const shown = additions.filter((addition) => addition.showSeparately);
  const rate = soleRate(making.rateOf(making.type), rounded);
  if (shown.length === 0 && !rate.shares) {
    // most offers are one line
    const total = taxCharge(rounded, rate, includesTax, currency, trace);
    return {
      total,
      lines: [lineOf({ type: making.type, name: making.name, amount: rounded, rate }, total, currency)],
    };
  }
  const all: Piece[] = [];
  for (const piece of pieces(rounded, shown, making)) all.push(...split(piece, making));
  return taxed(all, making, trace);
}

function pieces(total: Decimal, shown: readonly Addition[], making: ChargeMaking): Piece[] {
  let left = total;
  const parts = shown.map(({ name, chargeType = making.type, amount }): Piece => {
    const wanted = roundMoney(amount, making.currency);
    const given = wanted.moreThan(left) && wanted.sign > 0 ? left : wanted;
    left = left.minus(given);
    return { type: chargeType, name, amount: given, rate: making.rateOf(chargeType) };
  });
  const freight = { type: making.type, name: making.name, amount: left, rate: making.rateOf(making.type) };
  return [freight, ...parts];
}

/** The one rate an amount has where it is not split: goods of one rate, or nothing. */
function soleRate(rate: TaxRate, amount: Decimal): TaxRate {
  const { shares } = rate;
  if (!shares || (shares.length > 1 && amount.sign !== 0)) return rate;
  return shares[0]?.rate ?? rate;
}

/**
 * A piece in parts by the goods' own rates, in proportion to what these are worth without tax: where the charge is with tax each
 * weighs with its own tax, so that the parts without tax are in that proportion. Nothing is not split.
 */
function split(piece: Piece, { currency, includesTax }: ChargeMaking): Piece[] {
  const rate = soleRate(piece.rate, piece.amount);
  const { shares = [] } = rate;
  if (shares.length === 0) return [{ ...piece, rate }];
  const parts = inParts(
    piece.amount,
    shares.map(({ rate, net }) => (includesTax ? withTax(net, rate) : net)),
    currency,
  );
  return shares.flatMap(({ rate }, i) => {
    const amount = parts[i];
    return amount && amount.sign !== 0 ? [{ ...piece, amount, rate }] : [];
  });
}

function taxed(all: readonly Piece[], making: ChargeMaking, trace?: Trace): Charged {
  const { currency, includesTax } = making;
  const totals: TaxedCharge[] = [];
  const taxes = new Map<Piece, TaxedCharge>();
  const lines: ChargeLine[] = [];
  for (const alike of byRate(all)) {
    const [first] = alike;
    if (!first) continue;
    const together = taxCharge(
      sum(alike.map(({ amount }) => amount)),
      first.rate,
      includesTax,
      currency,
      trace,
    );
    totals.push(together);
    let [net, tax] = [together.net, together.tax];
    alike.forEach((piece, i) => {
      const last = i === alike.length - 1;
      const mine = last
        ? { net, tax, gross: net.plus(tax) }
        : taxCharge(piece.amount, piece.rate, includesTax, currency);
      taxes.set(piece, mine);
      [net, tax] = [net.minus(mine.net), tax.minus(mine.tax)];
    });
  }
  for (const piece of all) {
    const own = taxes.get(piece);
    if (own) lines.push(lineOf(piece, own, currency));
  }
  const add = (field: keyof TaxedCharge) => sum(totals.map((one) => one[field]));
  return {
    total: { net: add("net"), tax: add("tax"), gross: add("gross") },
    lines,
  };
}

/** Pieces of one tax rate together, in the order of their first. */
function byRate(all: readonly Piece[]): readonly (readonly Piece[])[] {
  const groups = new Map<string, Piece[]>();
  for (const piece of all) {
    const group = groups.get(piece.rate.percent);
    if (group) group.push(piece);
    else groups.set(piece.rate.percent, [piece]);
  }
  return [...groups.values()];
}

function lineOf({ type, name, rate }: Piece, { net, tax }: TaxedCharge, currency: string): ChargeLine {
  return {
    type,
    name,
    net: moneyText(net, currency),
    taxPercent: rate.percent,
    tax: moneyText(tax, currency),
    ...(rate.isReverse ? { reverseCharge: true as const } : {}),
  };
}
