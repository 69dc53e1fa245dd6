/** The candidate fewest edits away from the word, if it is near enough to have been meant. Ties go to the first. */
export function nearest(word: string, candidates: readonly string[]): string | undefined {
  if (word.length > 40) return undefined;
  const most = Math.max(1, Math.floor(word.length / 3));
  let best: string | undefined;
  let least = most + 1;
  for (const candidate of candidates) {
    // each character too many or too few is an edit
    if (Math.abs(candidate.length - word.length) >= least) continue;
    const distance = edits(word.toLowerCase(), candidate.toLowerCase());
    if (distance < least && candidate !== word) [best, least] = [candidate, distance];
  }
  return best;
}

/** Levenshtein's distance: insertions, deletions and replacements of one character. */
function edits(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      const replace = (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1);
      next.push(Math.min(replace, (row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1));
    }
    row = next;
  }
  return row[b.length] ?? 0;
}
