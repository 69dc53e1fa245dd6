/** The values something without an order may have: those listed, or all but those listed. */
export interface Choice {
  readonly kind: "choice";
  readonly values: ReadonlySet<string>;
  readonly allBut: boolean;
}

export function oneOf(values: Iterable<string>): Choice {
  return { kind: "choice", values: new Set(values), allBut: false };
}

export function allBut(values: Iterable<string>): Choice {
  return { kind: "choice", values: new Set(values), allBut: true };
}

export function opposite(choice: Choice): Choice {
  return { ...choice, allBut: !choice.allBut };
}

/** All but a few is never empty: there is always another coupon. Where there is not, name all values. */
export function isEmptyChoice({ values, allBut: rest }: Choice): boolean {
  return !rest && values.size === 0;
}

/** What both hold; may be empty. */
export function intersectChoices(a: Choice, b: Choice): Choice {
  if (a.allBut && b.allBut) return allBut([...a.values, ...b.values]);
  if (a.allBut) return oneOf([...b.values].filter((value) => !a.values.has(value)));
  if (b.allBut) return oneOf([...a.values].filter((value) => !b.values.has(value)));
  return oneOf([...a.values].filter((value) => b.values.has(value)));
}
