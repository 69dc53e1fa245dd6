/** Node's timers hold no longer time. */
const LONGEST_MS = 2 ** 31 - 1;

/** What a promise comes to, or something else where it has not after so many ms; what comes of it later is nobody's any more. */
export async function byDeadline<T, O>(promise: Promise<T>, ms: number, otherwise: O): Promise<T | O> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<O>((resolve) => {
    timer = setTimeout(() => resolve(otherwise), Math.min(LONGEST_MS, Math.max(0, ms)));
  });
  try {
    return await Promise.race([promise, late]);
  } finally {
    clearTimeout(timer);
  }
}
