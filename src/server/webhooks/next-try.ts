const SECOND = 1000;
const MINUTE = 60 * SECOND;
const HOUR = 60 * MINUTE;

/**
 * How long is waited after the first, second, … try that failed, in ms: three days in all, as the Standard Webhooks
 * specification proposes.
 */
const pauses: readonly number[] = [
  5 * SECOND,
  5 * MINUTE,
  30 * MINUTE,
  2 * HOUR,
  5 * HOUR,
  10 * HOUR,
  14 * HOUR,
  20 * HOUR,
  24 * HOUR,
];

/** When a delivery is tried again that has been tried so often; `undefined`: not any more. */
export function nextTry(tries: number, now: Date): Date | undefined {
  const pause = pauses[tries - 1];
  return pause === undefined ? undefined : new Date(now.getTime() + pause);
}
