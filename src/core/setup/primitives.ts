import { z } from "zod";
import { isDate, isTimeZone } from "../calendar/local-date";
import { isCurrency } from "../money/currency";
import { isCountry } from "../zones/countries";
import { readPattern } from "../zones/postcode";
import type { ProblemCode } from "./problem";

/** No figure of the field needs more; 400-digit decimals are a mistake or an attack. */
const MOST_DIGITS = 24;

/** A refinement that names one of our own problem codes instead of a library's sentence. */
export function refuse(
  ctx: { issues?: unknown[]; addIssue: (issue: never) => void },
  problem: ProblemCode,
  path: (string | number)[] = [],
  data: Record<string, string> = {},
) {
  ctx.addIssue({ code: "custom", path, params: { problem, ...data } } as never);
}

function check<T>(base: z.ZodType<T>, problem: ProblemCode, holds: (value: T) => boolean) {
  return base.superRefine((value, ctx) => {
    if (!holds(value)) refuse(ctx, problem);
  });
}

/** Decimal text without needless zeros and signs in front ("007.50" is "7.50"); digits after the point stay as written. */
function canonical(text: string): string {
  const negative = text.startsWith("-");
  const [whole = "", fraction] = text.replace("-", "").split(".");
  const trimmed = whole.replace(/^0+(?=\d)/, "") || "0";
  const plain = fraction === undefined ? trimmed : `${trimmed}.${fraction}`;
  return negative && /[1-9]/.test(plain) ? `-${plain}` : plain;
}

/** A JSON number's own decimal text; tiny ones are written out instead of with an exponent. */
function numberText(value: number): string {
  const text = String(value);
  const [mantissa = "", exponent] = text.split("e-");
  if (exponent === undefined) return text;
  const [whole = "", fraction = ""] = mantissa.replace("-", "").split(".");
  return `${text.startsWith("-") ? "-" : ""}0.${"0".repeat(Number(exponent) - whole.length)}${whole}${fraction}`;
}

const decimalInput = z.union([z.string().max(500), z.number()]);

/** A decimal, given as text or as a JSON number, kept as text. */
export const decimal = decimalInput.transform((input, ctx): string => {
  const text = typeof input === "number" ? numberText(input) : input.trim();
  if (!/^-?(\d+(\.\d+)?|\.\d+)$/.test(text)) refuse(ctx as never, "not-a-decimal");
  else if (text.replace(/\D/g, "").length > MOST_DIGITS) refuse(ctx as never, "too-many-digits");
  else return canonical(text);
  return z.NEVER;
});

const notNegative = (text: string) => !text.startsWith("-");
const notZero = (text: string) => /[1-9]/.test(text);

/** A decimal of 0 or more. */
export const nonNegative = decimal.superRefine((text, ctx) => {
  if (!notNegative(text)) refuse(ctx, "negative");
});

/** A decimal above 0. */
export const positive = decimal.superRefine((text, ctx) => {
  if (!notNegative(text) || !notZero(text)) refuse(ctx, "not-positive");
});

/** How things refer to each other: 1 to 40 of letters, digits, point, underscore, hyphen. */
export const code = check(z.string(), "bad-code", (text) => /^[A-Za-z0-9._-]{1,40}$/.test(text));

/** A name people read: 1 to 200 characters, not only blanks. */
export const name = check(z.string(), "bad-name", (text) => text.trim() !== "" && text.length <= 200);

/** A longer text: up to 2,000 characters. */
export const prose = check(z.string(), "text-too-long", (text) => text.length <= 2000);

export const country = check(z.string(), "unknown-country", isCountry);
export const countryOrAny = check(z.string(), "unknown-country", (text) => text === "*" || isCountry(text));
export const currency = check(z.string(), "unknown-currency", isCurrency);
export const date = check(z.string(), "bad-date", isDate);
export const timeZone = check(z.string(), "unknown-time-zone", isTimeZone);
export const clockTime = check(z.string(), "bad-time", (text) => /^([01]\d|2[0-3]):[0-5]\d$/.test(text));
export const subdivision = check(z.string(), "bad-subdivision", (text) =>
  /^[A-Z]{2}-[A-Z0-9]{1,3}$/.test(text),
);
export const postcodePattern = z
  .string()
  .max(40)
  .superRefine((text, ctx) => {
    const pattern = readPattern(text);
    if ("problem" in pattern) refuse(ctx, "bad-postcode-pattern", [], { why: pattern.problem });
  });
export const days = z.int().min(0).max(365);
export const weekdays = z.array(z.int().min(1).max(7)).max(7);

export const weightUnit = z.enum(["kg", "g", "lb", "oz"]);
export const lengthUnit = z.enum(["cm", "mm", "m", "in"]);
export const volumeUnit = z.enum(["m3", "l", "cm3", "ft3", "in3"]);

export const weight = z.strictObject({ value: nonNegative, unit: weightUnit });
export const length = z.strictObject({ value: nonNegative, unit: lengthUnit });
export const volume = z.strictObject({ value: nonNegative, unit: volumeUnit });

/** A place goods can go to: a country or `*`, or a part of a country. */
export const destination = z
  .strictObject({
    country: countryOrAny,
    subdivision: subdivision.exactOptional(),
    postcode: postcodePattern.exactOptional(),
  })
  .superRefine(wholeCountry);

/** A subdivision lies in its country, and only a named country has postcodes. */
export function wholeCountry(
  place: { country: string; subdivision?: string; postcode?: string },
  ctx: { addIssue: (issue: never) => void },
): void {
  if (place.subdivision && !place.subdivision.startsWith(`${place.country}-`))
    refuse(ctx, "subdivision-elsewhere", ["subdivision"]);
  if (place.country === "*" && place.postcode) refuse(ctx, "postcode-without-country", ["postcode"]);
}

export const address = z.strictObject({
  lines: z.array(z.string().max(200)).max(6),
  city: z.string().max(200),
  subdivision: subdivision.exactOptional(),
  postcode: z.string().max(20),
  country,
});

export const contact = z.strictObject({
  name: z.string().max(200).exactOptional(),
  phone: z.string().max(60).exactOptional(),
  email: z.string().max(254).exactOptional(),
});

const places = z.array(destination).max(2000).exactOptional();

/** Where something goes alone, and what it is barred from, which goes before; an empty list is no limit. */
export const destinations = z.strictObject({ only: places, not: places });

export type Destination = z.infer<typeof destination>;
export type Address = z.infer<typeof address>;
