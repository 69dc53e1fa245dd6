/** What can go wrong with a carrier's system. */
export const faultKinds = [
  "slow",
  "hangs",
  "resets",
  "error",
  "malformed",
  "huge",
  "refuses",
  "rate-limited",
  "sign-in",
  "maintenance",
  "redirects",
] as const;
export type FaultKind = (typeof faultKinds)[number];

export const faultWords: Readonly<Record<FaultKind, string>> = {
  slow: "answers after three seconds",
  hangs: "takes the call and never answers",
  resets: "breaks the connection off",
  error: "answers 500",
  malformed: "answers half a body",
  huge: "answers with four megabytes",
  refuses: "gives no service to anybody",
  "rate-limited": "answers 429, to be left alone for 5 seconds",
  "sign-in": "knows no key any more",
  maintenance: "answers 503, to be left alone for a minute",
  redirects: "sends callers to another address",
};

export function isFaultKind(text: unknown): text is FaultKind {
  return faultKinds.some((one) => one === text);
}

/** Which faults are switched on, by carrier; several at once take turns. */
export class Faults {
  readonly #on = new Map<string, readonly FaultKind[]>();
  #turn = 0;

  of(carrier: string): readonly FaultKind[] {
    return this.#on.get(carrier) ?? [];
  }

  set(carrier: string, kinds: readonly FaultKind[]): void {
    this.#on.set(carrier, [...new Set(kinds)]);
  }

  /** The fault the next call meets. */
  next(carrier: string): FaultKind | undefined {
    const kinds = this.of(carrier);
    return kinds[this.#turn++ % Math.max(1, kinds.length)];
  }
}
