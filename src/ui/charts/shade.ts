/**
 * The background of a cell by how much is lost (below 0) or left: from -1 to 1, by the square root, so that small ones are seen
 * beside the greatest. Nothing for 0.
 */
export function shade(part: number): { backgroundColor?: string } {
  if (part === 0 || Number.isNaN(part)) return {};
  const percent = Math.round(Math.sqrt(Math.min(1, Math.abs(part))) * 42);
  return {
    backgroundColor: `color-mix(in srgb, var(${part < 0 ? "--loss" : "--gain"}) ${percent}%, var(--sheet))`,
  };
}
