/** How often something can be done in a second, and how long once takes. */
export interface Speed {
  readonly perSecond: number;
  readonly microseconds: number;
}

const WINDOWS = 12;
const WINDOW_MS = 400;

/**
 * The speed in the best of twelve windows of 0.4 s after a warm-up: other work on the machine can only slow a window
 * down. `work` does one thing; it is told how often it was called before.
 */
export function speedOf(work: (call: number) => void, warmUp = 5000): Speed {
  let call = 0;
  for (; call < warmUp; call++) work(call);
  let best = 0;
  for (let window = 0; window < WINDOWS; window++) {
    const begun = performance.now();
    let calls = 0;
    while (performance.now() - begun < WINDOW_MS) {
      for (let i = 0; i < 20; i++) work(call++);
      calls += 20;
    }
    best = Math.max(best, calls / ((performance.now() - begun) / 1000));
  }
  return { perSecond: best, microseconds: 1e6 / best };
}

/** The same for work that answers later, one after another. */
export async function speedOfAsync(work: (call: number) => Promise<unknown>, warmUp = 300): Promise<Speed> {
  let call = 0;
  for (; call < warmUp; call++) await work(call);
  let best = 0;
  for (let window = 0; window < WINDOWS; window++) {
    const begun = performance.now();
    let calls = 0;
    while (performance.now() - begun < WINDOW_MS) {
      await work(call++);
      calls++;
    }
    best = Math.max(best, calls / ((performance.now() - begun) / 1000));
  }
  return { perSecond: best, microseconds: 1e6 / best };
}

/** Megabytes on the heap that something holds on to; needs the collector exposed. */
export function heldMegabytes<T>(make: () => T): { value: T; megabytes: number; milliseconds: number } {
  const collect = (globalThis as { gc?: () => void }).gc;
  collect?.();
  const before = process.memoryUsage().heapUsed;
  const begun = performance.now();
  const value = make();
  const milliseconds = performance.now() - begun;
  collect?.();
  return { value, megabytes: (process.memoryUsage().heapUsed - before) / 2 ** 20, milliseconds };
}

/** Bytes on the heap that one call leaves behind for the collector, on average of so few that it need not run; needs it exposed. */
export function allocatedBytes(work: (call: number) => void, calls: number): number {
  const collect = (globalThis as { gc?: () => void }).gc;
  collect?.();
  const before = process.memoryUsage().heapUsed;
  for (let call = 0; call < calls; call++) work(call);
  return Math.round((process.memoryUsage().heapUsed - before) / calls);
}

const whole = (value: number) => Math.round(value).toLocaleString("en");

export function table(head: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  const line = (cells: readonly (string | number)[]) =>
    `| ${cells.map((cell) => (typeof cell === "number" ? whole(cell) : cell)).join(" | ")} |`;
  const ruler = `| ${head.map((_, i) => (i === 0 ? "---" : "---:")).join(" | ")} |`;
  return [line(head), ruler, ...rows.map(line)].join("\n");
}
