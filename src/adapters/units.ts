/**
 * A decimal of so many thousandths, hundredths … as a whole number of them, rounded up: "4.6" kg are 4600 g, "0.0001" kg is 1 g.
 * Throws for what is no decimal of 0 or more: a question never holds one.
 */
export function wholeUnits(text: string, places: number): number {
  const [, whole = "", decimals = ""] = /^(\d+)(?:\.(\d+))?$/.exec(text) ?? [];
  if (whole === "") throw new RangeError(`no decimal: ${text}`);
  const kept = decimals.slice(0, places).padEnd(places, "0");
  const isMore = /[1-9]/.test(decimals.slice(places));
  return Number(`${whole}${kept}`) + (isMore ? 1 : 0);
}

/** A whole number of hundredths as a decimal: 12345 is "123.45". */
export function fromHundredths(hundredths: number): string {
  const sign = hundredths < 0 ? "-" : "";
  const digits = String(Math.abs(hundredths)).padStart(3, "0");
  return `${sign}${digits.slice(0, -2)}.${digits.slice(-2)}`;
}

/** The exact difference of decimals of up to four places, with two at least: "10.50" less "0.75" and "1" is "8.75". Throws for what is none. */
export function lessAll(from: string, others: readonly string[]): string {
  const left = others.reduce((rest, other) => rest - tenThousandths(other), tenThousandths(from));
  const digits = String(left < 0n ? -left : left).padStart(5, "0");
  const decimals = digits.slice(-4).replace(/0{1,2}$/, "");
  return `${left < 0n ? "-" : ""}${digits.slice(0, -4)}.${decimals}`;
}

function tenThousandths(text: string): bigint {
  const [, sign = "", whole = "", decimals = ""] = /^(-?)(\d+)(?:\.(\d{1,4}))?$/.exec(text) ?? [];
  if (whole === "") throw new RangeError(`no decimal: ${text}`);
  const all = BigInt(`${whole}${decimals.padEnd(4, "0")}`);
  return sign === "-" ? -all : all;
}
