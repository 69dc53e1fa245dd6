/** So many of a list at most, evenly spread over a measure of them, the least and the greatest among them; ties stay in order. */
export function spreadOver<T>(list: readonly T[], most: number, measure: (one: T) => number): T[] {
  const ordered = [...list].sort((a, b) => measure(a) - measure(b));
  if (ordered.length <= most) return ordered;
  return Array.from({ length: most }, (_, i) => {
    const at = most === 1 ? 0 : Math.round((i * (ordered.length - 1)) / (most - 1));
    return ordered.slice(at, at + 1);
  }).flat();
}
