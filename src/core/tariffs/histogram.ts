/** How many values lie over a part of the measure, its upper end in it. */
export interface HistogramBar {
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

/** Counts values in parts of equal width up to `most`; greater ones are counted in the last part. For drawing only. */
export function histogram(values: readonly number[], most: number, parts: number): HistogramBar[] {
  if (values.length === 0 || !(most > 0)) return [];
  const width = most / parts;
  const counts = new Array<number>(parts).fill(0);
  for (const value of values) {
    const part = Math.min(parts - 1, Math.max(0, Math.ceil(value / width - 1e-9) - 1));
    counts[part] = (counts[part] ?? 0) + 1;
  }
  return counts.map((count, i) => ({ from: i * width, to: (i + 1) * width, count }));
}
