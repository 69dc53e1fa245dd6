"use client";

import { useState } from "react";

interface Arranged<T> {
  readonly base: readonly T[];
  /** A name for each entry of `base` that stays with it. */
  readonly keys: readonly string[];
  /** Places of `base` in the order they are shown. */
  readonly order: readonly number[];
  readonly next: number;
}

/** An entry of a list without codes, with a name that it keeps while it moves and changes, and its place in the list. */
export interface ArrangedEntry<T> {
  readonly key: string;
  readonly value: T;
  readonly index: number;
}

/**
 * A list whose entries have no codes: each keeps one key while it moves, and a move shows at once, before the list itself
 * comes back in its new order.
 */
export function useArranged<T>(list: readonly T[], same: (a: T, b: T) => boolean) {
  const [known, setKnown] = useState<Arranged<T>>(() => ({
    base: list,
    keys: list.map((_, i) => String(i)),
    order: list.map((_, i) => i),
    next: list.length,
  }));
  const now = known.base === list ? known : carried(known, list, same);
  if (now !== known) setKnown(now);
  const entries = now.order.flatMap((index): ArrangedEntry<T>[] => {
    const [value, key] = [now.base[index], now.keys[index]];
    return value === undefined || key === undefined ? [] : [{ key, value, index }];
  });
  const move = (from: number, to: number) => {
    const order = [...now.order];
    order.splice(to, 0, ...order.splice(from, 1));
    setKnown({ ...now, order });
  };
  /** Shows the list as it is: a move was refused. */
  const reset = () => setKnown((before) => ({ ...before, order: before.base.map((_, i) => i) }));
  return { entries, move, reset };
}

/** The keys for another list: equal entries keep theirs, changed ones take those left over in their order, others are new. */
function carried<T>(known: Arranged<T>, list: readonly T[], same: (a: T, b: T) => boolean): Arranged<T> {
  const left = known.order.map((index) => ({ key: known.keys[index] ?? "", value: known.base[index] }));
  const found = list.map((value) => {
    const at = left.findIndex((one) => one.value !== undefined && same(one.value, value));
    return at < 0 ? undefined : left.splice(at, 1)[0]?.key;
  });
  let { next } = known;
  const keys = found.map((key) => key ?? left.shift()?.key ?? String(next++));
  return { base: list, keys, order: list.map((_, i) => i), next };
}
