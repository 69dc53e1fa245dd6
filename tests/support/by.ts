import type { By } from "@/db/queries/activity";

/** Somebody who acts in a test. */
export function by(name: string, now: Date): By {
  return { who: { id: null, name }, now };
}
