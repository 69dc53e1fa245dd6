import { moneyText, roundMoney } from "../money/currency";
import { convert, type ExchangeRates } from "../money/exchange";
import { Decimal, sum } from "../money/decimal";
import type { Outcome, Rejection } from "../working/reason";
import type { Reckoned, ReckonedFacts } from "./reckoning";

/** Why a bill differs from what was expected, in the order it is looked into: each with what those before it have changed. */
export const billCauses = ["service", "zone", "weight", "edition", "surcharges", "exchange"] as const;
export type BillCause = (typeof billCauses)[number];

/** What a carrier's bill says of one shipment; what it does not say is as it was expected. Money without tax. */
export interface BilledShipment {
  /** `YYYY-MM-DD`: by its rates the bill becomes home currency. */
  readonly billedOn: string;
  readonly currency: string;
  readonly total: string;
  /** By our codes; one that is none of ours has its own. Absent where the bill tells no parts. */
  readonly surcharges?: readonly { readonly code: string; readonly amount: string }[];
  /** Our code of it. */
  readonly service?: string;
  readonly zone?: string;
  /** kg that were charged for. */
  readonly weight?: string;
  /** `YYYY-MM-DD`. */
  readonly day?: string;
}

/** A surcharge as expected and as billed, in home currency by the order's day. */
export interface SurchargeDifference {
  readonly code: string;
  readonly expected: string;
  readonly billed: string;
}

/** What the carrier went by, and what we did where that is known. */
export interface SaidOtherwise {
  readonly cause: BillCause;
  readonly theirs: string;
  readonly ours?: string;
}

/** A bill's difference from what was expected, with its parts; money in home currency. The parts add up to the difference. */
export interface ExplainedBill {
  readonly currency: string;
  readonly expected: string;
  readonly billed: string;
  /** Billed less expected: above nothing where the carrier takes more. */
  readonly difference: string;
  readonly causes: Readonly<Record<BillCause, string>>;
  /** What could not be worked out anew, or is still left when everything is. */
  readonly unexplained: string;
  /** Facts of the bill that are others than expected, though they may cost the same. */
  readonly differs: readonly BillCause[];
  /** What the bill says of these beside ours: a service's or a zone's code, kg, or a day; absent in what was kept before it was. */
  readonly said?: readonly SaidOtherwise[];
  readonly surcharges: readonly SurchargeDifference[];
  /** From where on nothing could be worked out anew, and why. */
  readonly stopped?: { readonly at: BillCause | "expected"; readonly rejection?: Rejection };
}

/** What a shipment was expected to be. */
export interface ExpectedShipment {
  readonly facts: ReckonedFacts;
  /** `YYYY-MM-DD`: by its rates what was expected becomes home currency. */
  readonly day: string;
  /** What was kept as its cost, and in which currency. */
  readonly cost: string;
  readonly currency: string;
}

interface Tools {
  /** Absent where the order names what is not there any more: nothing of it can be worked out anew. */
  readonly reckon: ((of: ReckonedFacts) => Outcome<Reckoned>) | undefined;
  readonly exchange: ExchangeRates;
  readonly homeCurrency: string;
}

/**
 * Tells apart why a shipment was billed otherwise than it was expected to cost: it is worked out anew with the bill's service,
 * then its zone too, its weight, its day (the edition, the fuel and the dated surcharges of that day), then with the surcharges the
 * bill names; each cause is what its step changes. `exchange` is what the bill's own currency has moved by since the order's
 * day. What can't be worked out anew, as its expected cost does not come out as it was kept, or there is no rate, stays
 * unexplained and is never put under another name. `undefined` without an exchange rate into home currency.
 */
export function explainBill(
  billed: BilledShipment,
  expected: ExpectedShipment,
  tools: Tools,
): ExplainedBill | undefined {
  const { homeCurrency: home } = tools;
  const [then, since] = [tools.exchange.on(expected.day), tools.exchange.on(billed.billedOn)];
  const into = (amount: Decimal, currency: string, rates: ExchangeRates) => {
    const conversion = rates.find(currency, home);
    return conversion && roundMoney(convert(amount, conversion), home);
  };
  const total = Decimal.of(billed.total);
  const [atThen, atSince] = [into(total, billed.currency, then), into(total, billed.currency, since)];
  const kept = into(Decimal.of(expected.cost), expected.currency, then);
  if (!atThen || !atSince || !kept) return undefined;
  const homeOf = (amount: Decimal, currency: string) => into(amount, currency, then);
  const chain = chainOf(billed, expected, { ...tools, exchange: then }, homeOf);
  const start = chain.expected ?? kept;
  const causes = new Map<BillCause, Decimal>(chain.causes);
  causes.set("exchange", atSince.minus(atThen));
  const explained = sum([...causes.values()]);
  const difference = atSince.minus(start);
  const money = (amount: Decimal) => moneyText(amount, home);
  return {
    currency: home,
    expected: money(start),
    billed: money(atSince),
    difference: money(difference),
    causes: textsOf(causes, money),
    unexplained: money(difference.minus(explained)),
    differs: [...chain.differs, ...(atSince.equals(atThen) ? [] : ["exchange" as const])],
    said: chain.said,
    surcharges: chain.surcharges,
    ...(chain.stopped ? { stopped: chain.stopped } : {}),
  };
}

function textsOf(
  causes: ReadonlyMap<BillCause, Decimal>,
  money: (amount: Decimal) => string,
): Record<BillCause, string> {
  const of = (cause: BillCause) => money(causes.get(cause) ?? Decimal.zero);
  return {
    service: of("service"),
    zone: of("zone"),
    weight: of("weight"),
    edition: of("edition"),
    surcharges: of("surcharges"),
    exchange: of("exchange"),
  };
}

interface Chain {
  /** In home currency; `undefined` where it could not be worked out. */
  readonly expected: Decimal | undefined;
  readonly causes: readonly (readonly [BillCause, Decimal])[];
  readonly differs: readonly BillCause[];
  readonly said: readonly SaidOtherwise[];
  readonly surcharges: readonly SurchargeDifference[];
  readonly stopped?: NonNullable<ExplainedBill["stopped"]>;
}

type HomeOf = (amount: Decimal, currency: string) => Decimal | undefined;

function chainOf(billed: BilledShipment, expected: ExpectedShipment, tools: Tools, homeOf: HomeOf): Chain {
  const none = { causes: [], differs: [], said: [], surcharges: [] };
  const { reckon } = tools;
  if (!reckon) return { ...none, expected: undefined, stopped: { at: "expected" } };
  const first = reckon(expected.facts);
  if (!first.ok)
    return { ...none, expected: undefined, stopped: { at: "expected", rejection: first.rejection } };
  const start = homeOf(first.value.total, first.value.currency);
  if (!start || !isAsKept(first.value, expected, tools))
    return { ...none, expected: undefined, stopped: { at: "expected" } };
  const causes: [BillCause, Decimal][] = [];
  const differs: BillCause[] = [];
  const said: SaidOtherwise[] = [];
  let [facts, last, before] = [expected.facts, first.value, start];
  for (const { cause, changed } of steps(billed)) {
    const next = changed(facts, last);
    if (!next) continue;
    differs.push(cause);
    said.push(saidOf(cause, billed, { service: facts.service, ...ourFacts(last) }));
    // what a carrier would have answered for another shipment nobody knows
    if (last.isAnswered)
      return { expected: start, causes, differs, said, surcharges: [], stopped: { at: cause } };
    const reckoned = reckon(next);
    const now = reckoned.ok ? homeOf(reckoned.value.total, reckoned.value.currency) : undefined;
    if (!reckoned.ok || !now)
      return {
        expected: start,
        causes,
        differs,
        said,
        surcharges: [],
        stopped: { at: cause, ...(reckoned.ok ? {} : { rejection: reckoned.rejection }) },
      };
    causes.push([cause, now.minus(before)]);
    [facts, last, before] = [next, reckoned.value, now];
  }
  const named = surchargesOf(billed, last, homeOf);
  if (!named) return { expected: start, causes, differs, said, surcharges: [] };
  return {
    expected: start,
    causes: [...causes, ["surcharges", named.difference]],
    differs: named.isOther ? [...differs, "surcharges"] : differs,
    said,
    surcharges: named.list,
  };
}

/** Whether what is worked out anew is what was kept: else the tables, or a carrier's answer, are no longer those it was made by. */
function isAsKept(
  { total, currency }: Reckoned,
  { cost, currency: kept }: ExpectedShipment,
  { exchange }: Tools,
): boolean {
  const conversion = exchange.find(currency, kept);
  return conversion !== undefined && roundMoney(convert(total, conversion), kept).equals(Decimal.of(cost));
}

type Facts = Partial<Pick<BilledShipment, "service" | "zone" | "weight" | "day">>;

function ourFacts({ zone, weight, day }: Reckoned): Facts {
  return { ...(zone === undefined ? {} : { zone }), ...(weight ? { weight: weight.toString() } : {}), day };
}

function saidOf(cause: BillCause, billed: BilledShipment, ours: Facts): SaidOtherwise {
  const fact = cause === "edition" ? "day" : cause;
  if (fact === "surcharges" || fact === "exchange") return { cause, theirs: "" };
  const own = ours[fact];
  return { cause, theirs: billed[fact] ?? "", ...(own === undefined ? {} : { ours: own }) };
}

interface Step {
  readonly cause: BillCause;
  /** The facts with what the bill says; nothing where it says nothing else. */
  readonly changed: (facts: ReckonedFacts, last: Reckoned) => ReckonedFacts | undefined;
}

function steps({ service, zone, weight, day }: BilledShipment): Step[] {
  return [
    {
      cause: "service",
      changed: (facts) =>
        service === undefined || service === facts.service ? undefined : { ...facts, service },
    },
    {
      cause: "zone",
      changed: (facts, last) => (zone === undefined || zone === last.zone ? undefined : { ...facts, zone }),
    },
    {
      cause: "weight",
      changed: (facts, last) => {
        const said = weight === undefined ? undefined : Decimal.of(weight);
        return !said || last.weight?.equals(said) ? undefined : { ...facts, weight: said };
      },
    },
    {
      cause: "edition",
      changed: (facts, last) => (day === undefined || day === last.day ? undefined : { ...facts, day }),
    },
  ];
}

interface NamedSurcharges {
  readonly difference: Decimal;
  readonly list: readonly SurchargeDifference[];
  readonly isOther: boolean;
}

/** The bill's surcharges in the place of ours, where it names any; by code, ours first. */
function surchargesOf(
  { surcharges, currency }: BilledShipment,
  last: Reckoned,
  homeOf: HomeOf,
): NamedSurcharges | undefined {
  if (!surcharges) return undefined;
  const theirs = surcharges.map(({ code, amount }) => ({ code, amount: Decimal.of(amount) }));
  const codes = [...new Set([...last.surcharges, ...theirs].map(({ code }) => code))];
  const ofCode = (list: Reckoned["surcharges"], code: string) =>
    sum(list.filter((one) => one.code === code).map(({ amount }) => amount));
  const pairs = codes.map((code) => {
    const [our, their] = [ofCode(last.surcharges, code), ofCode(theirs, code)];
    const [expected, billed] = [homeOf(our, last.currency), homeOf(their, currency)];
    // what is another amount may be the same in home cents
    const isOther =
      currency === last.currency ? !our.equals(their) : expected?.toString() !== billed?.toString();
    return { code, expected, billed, isOther };
  });
  const list = pairs.flatMap(({ code, expected, billed }) =>
    expected && billed ? [{ code, expected: expected.toString(), billed: billed.toString() }] : [],
  );
  const difference = surchargeDifference(
    last,
    { currency, sum: sum(theirs.map(({ amount }) => amount)) },
    homeOf,
  );
  if (!difference || list.length < pairs.length) return undefined;
  return { difference, list, isOther: pairs.some(({ isOther }) => isOther) };
}

/** In the currency of the rate the freight is rounded together with them, as its total was; in another they stand alone. */
function surchargeDifference(
  { freight, total, currency }: Reckoned,
  theirs: { readonly currency: string; readonly sum: Decimal },
  homeOf: HomeOf,
): Decimal | undefined {
  const isSame = theirs.currency === currency;
  const before = homeOf(isSame ? total : total.minus(freight), currency);
  const now = homeOf(isSame ? freight.plus(theirs.sum) : theirs.sum, theirs.currency);
  return before && now?.minus(before);
}
