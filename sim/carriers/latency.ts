const MEDIAN_MS = 80;
const SPREAD = 0.75;
const LONGEST_MS = 3000;

/** ms a call takes: half of them 80 and less, one in a hundred over 450, and a tail to 3 s (a log-normal, cut). */
export function latency(random: () => number): number {
  // Box and Muller, 1958: two even numbers make one that is normal
  const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  return Math.min(LONGEST_MS, Math.round(MEDIAN_MS * Math.exp(SPREAD * normal)));
}
