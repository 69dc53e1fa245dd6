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
