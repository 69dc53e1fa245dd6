/** Decimal text without needless zeros behind its point, so that "2.50" and "2.5" are one text. */
export function plainDecimal(figure: string): string {
  return figure.includes(".") ? figure.replace(/\.?0+$/, "") : figure;
}

/** Digits behind the point of a decimal text. */
export function digitsAfterPoint(figure: string): number {
  const point = figure.indexOf(".");
  return point < 0 ? 0 : figure.length - point - 1;
}
