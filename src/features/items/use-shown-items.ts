"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { Item } from "@/core/setup/item";
import { sent } from "@/features/submit";
import { itemsShown } from "./actions";
import { MOST_SHOWN, PAGE_SIZE } from "./page-size";
import type { ShownItems } from "./load";

/** Milliseconds after a key before the server is asked: whoever types a word asks once. */
const TYPING_MS = 150;

/**
 * The part of the catalogue that is shown. It is asked for anew when something else is looked for, when more is wanted, and
 * when the page was made anew as something has changed; items that are shown keep their place then, whatever was changed.
 */
export function useShownItems(first: ShownItems, find: string) {
  const [search, setSearch] = useState(find);
  const [most, setMost] = useState(PAGE_SIZE);
  const [shown, setShown] = useState(first);
  const [trouble, setTrouble] = useState<string>();
  const asked = useRef({ first, search, most, turn: 0 });
  const standing = useRef<readonly string[]>([]);
  useEffect(() => {
    standing.current = shown.items.map(({ sku }) => sku);
  }, [shown]);
  useEffect(() => {
    const before = asked.current;
    if (before.first === first && before.search === search && before.most === most) return;
    const turn = before.turn + 1;
    asked.current = { first, search, most, turn };
    const isOther = before.search !== search;
    const ask = async () => {
      const keep = isOther ? [] : standing.current;
      const answer = await sent(itemsShown({ find: search, most, keep: [...keep] }));
      if (asked.current.turn !== turn) return;
      if (answer.ok) setShown(answer.value);
      setTrouble(answer.ok ? undefined : answer.text);
    };
    // a timer that is not cleared: an older answer is known by its turn
    setTimeout(() => void ask(), isOther ? TYPING_MS : 0);
  }, [first, search, most]);
  const look = useCallback((text: string) => {
    setMost(PAGE_SIZE);
    setSearch(text);
  }, []);
  const { matching } = shown;
  const has = shown.items.length;
  // as many again: whoever drags the bar down is not stopped every two hundred rows
  const more = useCallback(() => {
    if (has < matching) setMost(Math.min(MOST_SHOWN, Math.max(PAGE_SIZE, 2 * has)));
  }, [has, matching]);
  /** Puts items in the place of those with their numbers, as they have just been stored. */
  const put = useCallback((items: readonly Item[]) => {
    const bySku = new Map(items.map((item) => [item.sku, item]));
    setShown((known) => ({ ...known, items: known.items.map((item) => bySku.get(item.sku) ?? item) }));
  }, []);
  return { shown, search, find: look, more, put, trouble };
}
