import type { z } from "zod";
import { fitText, type FitText } from "./fit-text";
import { nearest } from "./nearest";
import { namedPath } from "./path";
import type { Problem, ProblemCode } from "./problem";
import { setupSchema, type Setup } from "./setup";

/** What reading gave: the value, or everything that is wrong with it. */
export type Parsed<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** Reads a setup from parsed JSON: unknown fields and wrong values are problems with their path. References are not followed here. */
export function parseSetup(input: unknown): Parsed<Setup> {
  return parseWith(setupSchema, input);
}

/** Problems that are told at most: whoever mends fifty asks again. */
const MOST_PROBLEMS = 50;
/** "Did you mean" costs the most: so many are looked for. */
const MOST_HINTS = 20;

/**
 * Reads any of the core's schemas; `root` and `prefix` say where the input lies when it is a part of something larger.
 * However wrong the input is, the work is bounded by its size and at most 50 problems are told.
 */
export function parseWith<T>(schema: z.ZodType<T>, input: unknown, prefix = ""): Parsed<T> {
  return parseFitting(schema, fitText(input), prefix);
}

/** Lists and groups of fields a request may hold: an order of 10,000 lines with goods of their own has a third of it. */
const MOST_VALUES = 100_000;

/** Reads what strangers send. What is larger than any request is refused before it is looked at. */
export function readRequest<T>(schema: z.ZodType<T>, input: unknown): Parsed<T> {
  return parseFitting(schema, fitText(input, MOST_VALUES), "");
}

function parseFitting<T>(schema: z.ZodType<T>, text: FitText, prefix: string): Parsed<T> {
  const at = (path: string) => [prefix, path].filter(Boolean).join("/");
  if (!text.ok) {
    const data: Record<string, string> = text.code === "too-large" ? { most: String(MOST_VALUES) } : {};
    return { ok: false, problems: [{ code: text.code, path: at(text.path), data }] };
  }
  const result = read(schema, text.value);
  if (!result) return { ok: false, problems: [{ code: "too-deep", path: prefix, data: {} }] };
  if (result.success) return { ok: true, value: result.data };
  const problems: Problem[] = [];
  for (const problem of problemsOf(result.error.issues, text.value)) {
    problems.push({ ...problem, path: at(problem.path) });
    if (problems.length === MOST_PROBLEMS) break;
  }
  return { ok: false, problems };
}

function* problemsOf(issues: readonly Issue[], root: unknown): Generator<Problem> {
  const hints: Hints = { left: MOST_HINTS, known: new Map() };
  for (const issue of issues) yield* toProblems(issue, root, [], hints);
}

/** What is nested without end exhausts the stack: `undefined`. */
function read<T>(schema: z.ZodType<T>, input: unknown) {
  try {
    return schema.safeParse(input, { reportInput: true });
  } catch (error) {
    if (error instanceof RangeError) return undefined;
    throw error;
  }
}

type Issue = z.core.$ZodIssue;
type Found = { code: ProblemCode; data?: Record<string, string> };

/** "Did you mean" of one reading: a word that stands two hundred times is looked for once. */
interface Hints {
  left: number;
  readonly known: Map<string, string | undefined>;
}

function hintFor(word: string, hints: Hints): string | undefined {
  if (!hints.known.has(word) && hints.left-- > 0) hints.known.set(word, nearest(word, knownFields));
  return hints.known.get(word);
}

function* toProblems(
  issue: Issue,
  root: unknown,
  above: readonly PropertyKey[],
  hints: Hints,
): Generator<Problem> {
  const segments = [...above, ...issue.path];
  if (issue.code === "unrecognized_keys") {
    for (const key of issue.keys) yield unknownField(key, root, segments, hints);
    return;
  }
  if (issue.code === "invalid_union") {
    const best = closest(issue.errors);
    if (best) {
      for (const inner of best) yield* toProblems(inner, root, segments, hints);
      return;
    }
  }
  const found = explain(issue);
  yield { code: found.code, path: namedPath(root, segments), data: found.data ?? {} };
}

function unknownField(key: string, root: unknown, segments: PropertyKey[], hints: Hints): Problem {
  const hint = hintFor(key, hints);
  const field = key.slice(0, 60);
  return {
    code: "unknown-field",
    path: namedPath(root, [...segments, field]),
    data: { field },
    ...(hint === undefined ? {} : { hint }),
  };
}

/** Of the shapes of a union the one that was probably meant: the one with the least against it. */
function closest(options: readonly (readonly Issue[])[]): readonly Issue[] | undefined {
  let best: readonly Issue[] | undefined;
  for (const option of options) if (!best || costOf(option) < costOf(best)) best = option;
  return best && costOf(best) < ANOTHER_KIND ? best : undefined;
}

/** A value of another kind altogether fits a shape less than one with strange or missing fields does. */
const ANOTHER_KIND = 20;

function costOf(issues: readonly Issue[]): number {
  return issues.reduce((total, issue) => total + costOfOne(issue), 0);
}

function costOfOne(issue: Issue): number {
  if (issue.code === "unrecognized_keys") return 2 * issue.keys.length;
  if (issue.code === "invalid_union" && issue.errors.length > 0)
    return 1 + Math.min(...issue.errors.map(costOf));
  if (issue.code === "custom") return 1;
  if (missing(issue)) return 3;
  return issue.path.length === 0 ? ANOTHER_KIND : 1;
}

function missing(issue: Issue): boolean {
  return (issue.code === "invalid_type" || issue.code === "invalid_value") && issue.input === undefined;
}

function explain(issue: Issue): Found {
  switch (issue.code) {
    case "custom": {
      const { problem, ...data } = (issue.params ?? {}) as { problem?: ProblemCode } & Record<string, string>;
      return { code: problem ?? "wrong-type", data };
    }
    case "invalid_type":
      return missing(issue)
        ? { code: "missing-field" }
        : { code: "wrong-type", data: { expected: issue.expected } };
    case "invalid_value":
      return missing(issue)
        ? { code: "missing-field" }
        : { code: "not-a-choice", data: { choices: issue.values.map(String).join(", ") } };
    case "too_small":
      return { code: "too-small", data: { least: String(issue.minimum) } };
    case "too_big":
      return { code: "too-large", data: { most: String(issue.maximum) } };
    default:
      return { code: "no-shape-fits" };
  }
}

/** Every field name of the format, for "did you mean". */
const knownFields: readonly string[] = (
  "format business exchangeRates chargeTypes goodsClasses origins carriers zoneCharts services tariffs channels offers itemExceptions " +
  "sourcing connections code name country homeCurrency timeZone units weight length deliveryTaxPercent deliveryTax deliveryTaxes reverseChargeWithTaxId from to rate asOf taxPercent " +
  "reasonCode defaultWeight value unit kind address returnAddress lines city subdivision postcode position lat lon contact phone email cutOff " +
  "handlingDays workdays holidays rank serves refusesGoodsClasses onlyGoodsClasses active legalName language currency taxId scac website volume " +
  "fuelIndex percent addresses contacts zones entries zone carrier tier transit minDays maxDays byZone limits minParcelWeight maxParcelWeight " +
  "maxShipmentWeight minShipmentWeight maxLength maxGirthPlusLength maxVolume maxGoodsValue maxParcels accepts poBox cashOnDelivery " +
  "collectionPoint signature volumetric divisor kgPerM3 weightStep tariff live liveService fallback lastKnownHours none surcharges when amount " +
  "min max chargeType side measure boundary editions label breaks edge per bands edges rows rates minimum maximum lowerNextBreak zoneChart " +
  "pricesIncludeTax whenFree preselect names text pick acrossOrigins destinations only not customerGroups couponOnly plan charged adjust " +
  "marginPercent additions showSeparately rounding step mode ending free anyOf allOf item goodsClass offer do instead extra split objectives " +
  "fallbackOrigin adapter timeoutMs cacheMinutes channel placedAt shipTo customer group coupon cashOnDeliveryAmount sku quantity unitPrice discount origin working op " +
  "between ends match rules then otherwise combine classes terms constant of fixed percentFromFuelIndex shippable shipsAlone notBy mode stock size width height gtin"
).split(" ");
