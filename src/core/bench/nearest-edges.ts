import { minorUnit } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import { chargeOn } from "../quote/charge-basis";
import { decidingReason } from "../quote/deciding-reason";
import type { CompiledSetup } from "../quote/compiled-setup";
import type { Quote } from "../quote/quote";
import { quote, type QuoteContext } from "../quote/quote-order";
import type { QuoteRequest } from "../quote/request";
import type { Rejection } from "../working/reason";
import type { Step } from "../working/step";

/** What an offer comes to: its charge on the channel's tax basis, or why it is withheld. */
export type EdgeSide = { readonly charge: string; readonly free: boolean } | { readonly withheld: Rejection };

/** The least change of an order that makes an offer come about otherwise and to something else. */
export interface NearestEdge {
  readonly of: "weight" | "goods" | "pieces";
  readonly way: "more" | "less";
  /** kg, money of the quote on the channel's tax basis, or pieces of the first line. */
  readonly by: string;
  readonly after: EdgeSide;
}

/**
 * The nearest edges of an offer for an order: how much more or less weight, goods and pieces it takes until another cell,
 * rule, limit or service decides and the outcome is another. Rates that rise with every kilogram are no edge. Weight is
 * varied on the line with the fewest pieces, goods value on the first. The search looks ever farther by a fifth and then
 * halves the way back, so that a stretch narrower than a fifth of its distance can be missed. Weight is found to the gram
 * (times the pieces of the line), money to the minor unit.
 */
export function nearestEdges(
  compiled: CompiledSetup,
  request: QuoteRequest,
  context: QuoteContext,
  offer: string,
): NearestEdge[] {
  const probe = new Probe(compiled, { ...request, offers: [offer], working: true }, context);
  const start = probe.at(request, undefined);
  if (!start) return [];
  return [
    ...probe.along("weight", "more", start),
    ...probe.along("weight", "less", start),
    ...probe.along("goods", "more", start),
    ...probe.along("goods", "less", start),
    ...probe.pieces("more", start),
    ...probe.pieces("less", start),
  ];
}

/** What an offer comes to and by which way. */
interface Outcome {
  readonly side: EdgeSide;
  readonly figure: string;
  readonly way: string;
}

const GROWTH = 1.2;
const MOST_PIECES = 24;
const LIMITS = { weight: { least: 60, times: 4 }, goods: { least: 400, times: 5 } };

class Probe {
  constructor(
    private readonly compiled: CompiledSetup,
    private readonly request: QuoteRequest,
    private readonly context: QuoteContext,
  ) {}

  at(request: QuoteRequest, altered: QuoteContext["altered"]): Outcome | undefined {
    const asked = { ...request, offers: this.request.offers ?? [], working: true };
    const read = quote(this.compiled, asked, { ...this.context, ...(altered ? { altered } : {}) });
    return read.ok ? this.outcomeOf(read.value) : undefined;
  }

  private outcomeOf(read: Quote): Outcome | undefined {
    const [given] = read.offers;
    const [withheld] = read.withheld;
    if (given) {
      const charge = chargeOn(this.compiled.channels.get(this.request.channel), given);
      return { side: { charge, free: given.free }, figure: charge, way: wayOf(given.working ?? []) };
    }
    if (!withheld) return undefined;
    const { rejection, because, working = [] } = withheld;
    const reasons = [rejection, ...because.map((one) => one.rejection)];
    const why = reasons.map(({ reason, source }) => `${reason} ${source}`).join();
    // from one reason to another nobody gains an offer
    const side = { withheld: decidingReason(withheld) };
    return { side, figure: "withheld", way: `${wayOf(working)} ${why}` };
  }

  /** The nearest edge in steps of the least unit, outwards and then back. */
  along(of: "weight" | "goods", way: "more" | "less", start: Outcome): NearestEdge[] {
    const unit = this.unitOf(of);
    if (!unit) return [];
    const value = (steps: number) => unit.step.times(Decimal.whole(steps));
    const outcome = (steps: number) =>
      this.at(this.request, unit.alter(way === "more" ? value(steps) : value(steps).negated()));
    const { least, times } = LIMITS[of];
    const has = unit.has.approximately();
    const farthest = way === "less" ? has : Math.max(least, has * times);
    const most = Math.floor(farthest / unit.step.approximately());
    let [near, last] = [0, start];
    for (let far = 1; near < most; far = Math.min(most, Math.ceil(far * GROWTH))) {
      const reached = outcome(far);
      if (!reached) return [];
      if (reached.way !== last.way) {
        const edge = this.between(near, far, last, outcome);
        const { figure, way: by } = edge.outcome;
        if (figure !== start.figure && by !== start.way)
          return [{ of, way, by: unit.text(value(edge.steps)), after: edge.outcome.side }];
        [near, last] = [edge.steps, edge.outcome];
        continue;
      }
      near = far;
      if (far === most) break;
    }
    return [];
  }

  /** The first number of steps, in a stretch at whose end the way is another, from which it is. */
  private between(
    near: number,
    far: number,
    from: Outcome,
    outcome: (steps: number) => Outcome | undefined,
  ): { steps: number; outcome: Outcome } {
    let [low, high] = [near, far];
    let found = outcome(far) ?? from;
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      const there = outcome(middle);
      if (there && there.way !== from.way) [high, found] = [middle, there];
      else low = middle;
    }
    return { steps: high, outcome: found };
  }

  pieces(way: "more" | "less", start: Outcome): NearestEdge[] {
    const [first, ...others] = this.request.lines;
    if (!first) return [];
    const most = way === "more" ? MOST_PIECES : Math.min(MOST_PIECES, first.quantity - 1);
    for (let by = 1; by <= most; by++) {
      const quantity = way === "more" ? first.quantity + by : first.quantity - by;
      const there = this.at({ ...this.request, lines: [{ ...first, quantity }, ...others] }, undefined);
      if (there && there.way !== start.way && there.figure !== start.figure)
        return [{ of: "pieces", way, by: String(by), after: there.side }];
    }
    return [];
  }

  private unitOf(of: "weight" | "goods") {
    const lines = this.lines();
    if (of === "goods") {
      const [line] = lines;
      const digits = minorUnit(this.request.currency ?? this.currency());
      const step = Decimal.one.dividedBy(Decimal.whole(10 ** digits), digits, "halfAwayFromZero");
      const text = (value: Decimal) => value.toFixed(digits);
      return line && { step, has: line.price, text, alter: dearer(line.index) };
    }
    const [line] = lines
      .filter(({ item }) => item.weight && item.shippable)
      .sort((a, b) => a.quantity - b.quantity || a.index - b.index);
    const pieces = Decimal.whole(line?.quantity ?? 1);
    const has = (line?.item.weight ?? Decimal.zero).times(pieces);
    const step = Decimal.of("0.001").times(pieces);
    return line && { step, has, text: (value: Decimal) => value.toString(), alter: heavier(line.index) };
  }

  private currency(): string {
    return this.compiled.channels.get(this.request.channel)?.currency ?? "";
  }

  /** The order's lines as they are read. */
  private lines(): readonly OrderLine[] {
    let seen: readonly OrderLine[] = [];
    this.at(this.request, (lines) => (seen = lines));
    return seen;
  }
}

function heavier(index: number) {
  return (more: Decimal) => (lines: readonly OrderLine[]) =>
    lines.map((line) => {
      if (line.index !== index || !line.item.weight) return line;
      const each = more.dividedBy(Decimal.whole(line.quantity), 6, "halfAwayFromZero");
      return { ...line, item: { ...line.item, weight: line.item.weight.plus(each) } };
    });
}

function dearer(index: number) {
  return (more: Decimal) => (lines: readonly OrderLine[]) =>
    lines.map((line) =>
      line.index === index
        ? {
            ...line,
            price: line.price.plus(more),
            priceBeforeDiscount: line.priceBeforeDiscount.plus(more),
          }
        : line,
    );
}

/** Steps that come and go with figures without anything else being decided. */
const passing: ReadonlySet<Step["code"]> = new Set([
  "volumetric-weight",
  "weight-charged",
  "parcels-formed",
  "charge-rounded",
  "charge-stepped",
]);

/** The cells, rules and services a charge came by, without its figures. */
function wayOf(steps: readonly Step[]): string {
  return steps
    .filter(({ code }) => !passing.has(code))
    .map((step) => {
      const taken = step.code === "rate-lower-next" ? step.inputs.taken : "";
      return `${step.code} ${step.source ?? ""} ${taken}`;
    })
    .join();
}
