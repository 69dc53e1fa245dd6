import type { SaxesParser } from "saxes";

/** By the number of a style: how many digits after the point it shows, or that it shows a date. */
export type NumberFormats = ReadonlyMap<string, number | "date">;

/** Formats that need no code in a file (ECMA-376, 18.8.30). */
const BUILT_IN: Readonly<Record<string, number | "date">> = {
  "1": 0,
  "2": 2,
  "3": 0,
  "4": 2,
  "37": 0,
  "38": 0,
  "39": 2,
  "40": 2,
  "14": "date",
  "15": "date",
  "16": "date",
  "17": "date",
  "22": "date",
};

/** Reads a workbook's styles. */
export function numberFormats(read: (listen: (parser: SaxesParser) => void) => void): NumberFormats {
  const codes = new Map<string, number | "date" | undefined>();
  const styles = new Map<string, number | "date">();
  let inCells = false;
  let style = 0;
  read((parser) => {
    parser.on("opentag", ({ name, attributes }) => {
      const tag = name.slice(name.indexOf(":") + 1);
      const text = (key: string) => String(attributes[key] ?? "");
      if (tag === "numFmt") codes.set(text("numFmtId"), shownBy(text("formatCode")));
      else if (tag === "cellXfs") inCells = true;
      else if (tag === "xf" && inCells) {
        const id = text("numFmtId");
        const shown = codes.has(id) ? codes.get(id) : BUILT_IN[id];
        if (shown !== undefined) styles.set(String(style), shown);
        style += 1;
      }
    });
    parser.on("closetag", ({ name }) => {
      if (name.endsWith("cellXfs")) inCells = false;
    });
  });
  return styles;
}

/** A format is no longer than this (ECMA-376, 18.8.30); of a longer one the beginning is read. */
const LONGEST_CODE = 255;
/** No figure is shown with more digits after the point. */
const MOST_DIGITS = 30;

/** What a format's code shows: "0.00" and "#,##0.00 €" two digits, "yyyy-mm-dd" a date. */
export function shownBy(whole: string): number | "date" | undefined {
  const code = whole.slice(0, LONGEST_CODE);
  const plain = code.replace(/"[^"]*"|\[[^\]]*\]|\\./g, "").split(";")[0] ?? "";
  if (/[yd]/i.test(plain)) return "date";
  if (plain.includes("%")) return undefined;
  return digitsAfter(plain.replace(/[#,]/g, ""));
}

/** The zeros after the point that end the last run of them: 2 in "0.00 €", 0 in "000", none without a zero. */
function digitsAfter(plain: string): number | undefined {
  const last = plain.lastIndexOf("0");
  if (last < 0) return undefined;
  let first = last;
  while (plain[first - 1] === "0") first--;
  const isFraction = plain[first - 1] === "." && plain[first - 2] === "0";
  return isFraction ? Math.min(MOST_DIGITS, last - first + 1) : 0;
}

/**
 * A number of a sheet as decimal text: as its format shows it where nothing is lost by that ("12.5" shown with two digits
 * is "12.50"), else with every digit it has. Dates become days ("2026-01-31").
 */
export function shownNumber(text: string, formats: NumberFormats, style: string): string {
  const value = Number(text);
  if (text === "" || !Number.isFinite(value)) return text;
  const format = formats.get(style);
  if (format === "date") return dayOf(value);
  const whole = wholeText(value);
  if (format === undefined) return whole;
  const shown = value.toFixed(format);
  return Number(shown) === value ? shown : whole;
}

/** Without an exponent; the shortest digits that are this number. */
function wholeText(value: number): string {
  const text = String(value);
  if (!text.includes("e")) return text;
  return value.toFixed(20).replace(/\.?0+$/, "");
}

const DAY_MS = 86_400_000;

/** Days since 1899-12-30, as sheets count them. */
function dayOf(value: number): string {
  if (value < 0 || value > 2_958_465) return String(value);
  return new Date(Date.UTC(1899, 11, 30) + Math.floor(value) * DAY_MS).toISOString().slice(0, 10);
}
