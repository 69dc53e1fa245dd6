/** A code a name suggests: a word's first letters, or the first letters of several; numbered when it is taken. */
export function suggestCode(name: string, taken: readonly string[], prefix?: string): string {
  const words = name
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .toUpperCase()
    .split(/[^A-Z0-9]+/)
    .filter(Boolean);
  const [first = ""] = words;
  const own =
    words.length > 1
      ? words
          .map((word) => word.charAt(0))
          .join("")
          .slice(0, 5)
      : first.slice(0, 4);
  const base = own === "" || prefix === undefined ? own : `${prefix}-${own}`.slice(0, 36);
  if (base === "" || !taken.includes(base)) return base;
  for (let number = 2; ; number++) if (!taken.includes(`${base}${number}`)) return `${base}${number}`;
}
