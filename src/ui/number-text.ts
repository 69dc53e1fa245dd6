/**
 * What people type as a number, as plain decimal text: "12,5" and "12.5" are the same, blanks and thin spaces between
 * thousands go. Where both signs stand the last one is the decimal sign; a lone comma always is. Anything else stays as
 * typed, for whoever checks it to refuse.
 */
export function plainNumber(typed: string): string {
  const text = typed.trim().replace(/[\s\u00a0\u202f']/g, "");
  if (!/^-?[\d.,]+$/.test(text)) return typed.trim();
  const [comma, point] = [text.lastIndexOf(","), text.lastIndexOf(".")];
  if (comma >= 0 && point >= 0)
    return comma > point ? text.replace(/\./g, "").replace(",", ".") : text.replace(/,/g, "");
  return text.indexOf(",") === comma ? text.replace(",", ".") : text;
}

/**
 * How a number was read that could have been meant a thousand times as large: one sign with three digits behind it (`1,000`
 * is 1, not a thousand). Nothing for any other text.
 */
export function readingNote(typed: string): string | undefined {
  const text = typed.trim();
  if (!/^-?[1-9]\d{0,2}[.,]\d{3}$/.test(text)) return undefined;
  const read = plainNumber(text).replace(/\.?0+$/, "");
  const whole = text.replace(/[.,]/, "");
  return `${text} was read as ${read}: the ${text.includes(",") ? "comma" : "point"} is a decimal sign. Type ${whole} for thousands.`;
}
