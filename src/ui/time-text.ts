/** An instant as date and time in UTC, to the minute, and saying so. */
export function timeText(instant: string): string {
  return `${instant.slice(0, 10)} ${instant.slice(11, 16)} UTC`;
}

/** The same to the second. */
export function exactTimeText(instant: string): string {
  return `${instant.slice(0, 10)} ${instant.slice(11, 19)} UTC`;
}
