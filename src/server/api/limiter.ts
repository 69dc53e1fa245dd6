const WINDOW_MS = 10_000;
const MOST_IN_WINDOW = 3000;

interface Window {
  start: number;
  count: number;
}

const windows = new Map<string, Window>();

/**
 * Counts a call of a key: 0 when it may go on, else the seconds until it may. Each process counts for itself; behind a
 * balancer the limit is per process.
 */
export function secondsToWait(key: string, now: number): number {
  const window = windows.get(key);
  if (!window || now - window.start >= WINDOW_MS) {
    windows.set(key, { start: now, count: 1 });
    return 0;
  }
  window.count++;
  return window.count <= MOST_IN_WINDOW ? 0 : Math.ceil((window.start + WINDOW_MS - now) / 1000);
}
