import type { ReasonCode } from "@/core/working/reason";

/** Why something can't be had, thrown from where it is found to whoever can do without. */
export class Refusal extends Error {
  constructor(readonly reason: ReasonCode) {
    super(reason);
  }
}

/** What something gives, or why it gives nothing. */
export function attempt<T>(make: () => T): { value: T } | { refused: Refusal } {
  try {
    return { value: make() };
  } catch (error) {
    if (error instanceof Refusal) return { refused: error };
    throw error;
  }
}
