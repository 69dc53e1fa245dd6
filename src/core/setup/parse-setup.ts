import type { z } from "zod";
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

/** Reads any of the core's schemas; `root` and `prefix` say where the input lies when it is a part of something larger. */
export function parseWith<T>(schema: z.ZodType<T>, input: unknown, prefix = ""): Parsed<T> {
  const result = read(schema, input);
  if (!result) return { ok: false, problems: [{ code: "too-deep", path: prefix, data: {} }] };
  if (result.success) return { ok: true, value: result.data };
  const problems = result.error.issues.flatMap((issue) => toProblems(issue, input, []));
  return {
    ok: false,
    problems: problems.map((p) => ({ ...p, path: [prefix, p.path].filter(Boolean).join("/") })),
  };
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

function toProblems(issue: Issue, root: unknown, above: readonly PropertyKey[]): Problem[] {
  const segments = [...above, ...issue.path];
  if (issue.code === "unrecognized_keys")
    return issue.keys.map((key) => unknownField(key, root, segments, issue));
  if (issue.code === "invalid_union") {
    const best = closest(issue.errors);
    if (best) return best.flatMap((inner) => toProblems(inner, root, segments));
  }
  const found = explain(issue);
  return [{ code: found.code, path: namedPath(root, segments), data: found.data ?? {} }];
}

function unknownField(key: string, root: unknown, segments: PropertyKey[], issue: Issue): Problem {
  const hint = nearest(key, knownFields);
  return {
    code: "unknown-field",
    path: namedPath(root, [...segments, key]),
    data: { field: key.slice(0, 60) },
    ...(hint && issue.code === "unrecognized_keys" ? { hint } : {}),
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
  "sourcing connections code name country homeCurrency timeZone units weight length deliveryTaxPercent deliveryTax from to rate asOf taxPercent " +
  "reasonCode defaultWeight value unit kind address returnAddress lines city subdivision postcode position lat lon contact phone email cutOff " +
  "handlingDays workdays holidays rank serves refusesGoodsClasses onlyGoodsClasses active legalName language currency taxId scac website volume " +
  "fuelIndex percent addresses contacts zones entries zone carrier tier transit minDays maxDays byZone limits minParcelWeight maxParcelWeight " +
  "maxShipmentWeight minShipmentWeight maxLength maxGirthPlusLength maxVolume maxGoodsValue maxParcels accepts poBox cashOnDelivery " +
  "collectionPoint signature volumetric divisor kgPerM3 weightStep tariff live liveService fallback lastKnownHours none surcharges when amount " +
  "min max chargeType side measure boundary editions label breaks edge per bands edges rows rates minimum maximum lowerNextBreak zoneChart " +
  "pricesIncludeTax whenFree preselect names text pick acrossOrigins destinations only not customerGroups couponOnly plan charged adjust " +
  "marginPercent additions showSeparately rounding step mode ending free anyOf allOf item goodsClass offer do instead extra split objectives " +
  "fallbackOrigin adapter timeoutMs cacheMinutes channel placedAt shipTo customer group coupon sku quantity unitPrice discount origin working op " +
  "between ends match rules then otherwise combine classes terms constant of fixed percentFromFuelIndex shippable shipsAlone stock size width height gtin"
).split(" ");
