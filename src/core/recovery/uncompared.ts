import type { ReasonCode, Rejection } from "../working/reason";

/** Shipments that could not be worked out anew for one reason. */
export interface Uncompared {
  /** `gone` where what they name, or an exchange rate, is not there any more. */
  readonly why: ReasonCode | "gone";
  readonly count: number;
  /** The first of them, with its figures. */
  readonly example?: Rejection;
}

/** Counts what is left out, by why, those first that are most; ties by reason. */
export class UncomparedCounter {
  private readonly known = new Map<Uncompared["why"], Uncompared>();

  add(rejection: Rejection | undefined): void {
    const why = rejection?.reason ?? "gone";
    const before = this.known.get(why);
    const example = before?.example ?? rejection;
    this.known.set(why, { why, count: (before?.count ?? 0) + 1, ...(example ? { example } : {}) });
  }

  get list(): Uncompared[] {
    return [...this.known.values()].sort((a, b) => b.count - a.count || (a.why < b.why ? -1 : 1));
  }
}
