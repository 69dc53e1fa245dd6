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
