const DAY_MS = 86_400_000;

/** Days after its beginning at which a session ends however much it is used. */
export const SESSION_DAYS = 30;

/** Whether a session has reached its absolute end. */
export function isOverAge(begun: Date, now: Date): boolean {
  return now.getTime() - begun.getTime() >= SESSION_DAYS * DAY_MS;
}
