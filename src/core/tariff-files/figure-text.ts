/** The sign before a figure's fraction. */
export type DecimalSign = "," | ".";

const BLANKS = /[\s\u00a0\u202f'’]/g;
const MONEY = /^(?:[€$£¥]|[A-Z]{3}\b)|(?:[€$£¥]|\b[A-Z]{3}|kr\.?|zł)$/g;
const UNITS = /(?:kgs?|g|lbs?|oz|m3|m³|l|cm3|km|pcs?|stk|%)\.?$/i;

/** What is written as a figure, without blanks, a currency or a unit about it. */
function bare(text: string): string {
  return text.trim().replace(MONEY, "").trim().replace(UNITS, "").replace(BLANKS, "");
}

/** Which sign one figure speaks for; nothing where it could be either ("1,234", "12"). */
function vote(text: string): DecimalSign | undefined {
  const [comma, point] = [text.lastIndexOf(","), text.lastIndexOf(".")];
  if (comma >= 0 && point >= 0) return comma > point ? "," : ".";
  if (comma < 0 && point < 0) return undefined;
  const [sign, other] = comma >= 0 ? ([",", "."] as const) : ([".", ","] as const);
  const groups = text.replace("-", "").split(sign);
  if (groups.length > 2) return other;
  const [whole = "", fraction = ""] = groups;
  return fraction.length !== 3 || whole === "0" || whole === "" || whole.length > 3 ? sign : undefined;
}

/** The decimal sign most figures of a file speak for; `undefined` when none tells or they are equal in number. */
export function decimalSignOf(texts: Iterable<string>): DecimalSign | undefined {
  const votes = { ",": 0, ".": 0 };
  for (const text of texts) {
    const figure = bare(text);
    const sign = /^-?[\d.,]+$/.test(figure) ? vote(figure) : undefined;
    if (sign) votes[sign] += 1;
  }
  return votes[","] === votes["."] ? undefined : votes[","] > votes["."] ? "," : ".";
}

/**
 * A figure of a file as plain decimal text; blanks, a currency and a unit about it go, the other sign stands between
 * thousands and must stand where they end. `undefined` for anything that is not a figure.
 */
export function readFigure(text: string, sign: DecimalSign): string | undefined {
  const figure = bare(text);
  const [whole = "", fraction, ...more] = figure.split(sign);
  if (more.length > 0) return undefined;
  const digits = withoutThousands(whole, sign === "," ? "." : ",");
  if (digits === undefined || (digits === "" && fraction === undefined)) return undefined;
  if (fraction !== undefined && !/^\d+$/.test(fraction)) return undefined;
  const plain = digits.replace(/^(-?)0+(?=\d)/, "$1");
  const start = plain === "" || plain === "-" ? `${plain}0` : plain;
  return fraction === undefined ? start : `${start}.${fraction}`;
}

function withoutThousands(whole: string, between: string): string | undefined {
  if (/^-?\d*$/.test(whole)) return whole;
  const [first = "", ...groups] = whole.split(between);
  return /^-?\d{1,3}$/.test(first) && groups.every((group) => /^\d{3}$/.test(group))
    ? first + groups.join("")
    : undefined;
}
