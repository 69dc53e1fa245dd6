"use client";

import type { ReactNode } from "react";
import { holdsWords } from "../holds-words";
import { useAddressText } from "../use-address-text";

/** Entries from which on a list has a field to look through it. */
const MANY = 8;
/** Under which the text stands in the address. */
const NAME = "in";

interface ListSearch {
  /** Whether an entry of these words is to be shown. */
  readonly holds: (words: string) => boolean;
  /** An address that keeps what is looked for. */
  readonly carry: (href: string) => string;
  readonly text: string;
  /** The field; `null` where there is little to look through. */
  readonly field: ReactNode;
}

/** Looking through a list of records by their names and codes; what was looked for stays while one goes from record to record. */
export function useListSearch(label: string, size: number): ListSearch {
  const [text, keep] = useAddressText(NAME);
  const asked = text.trim();
  const field = (size > MANY || text !== "") && (
    <label className="block border-b border-hairline px-3 py-2">
      <span className="sr-only">{label}</span>
      <input
        type="search"
        className="control h-7 w-full px-2"
        placeholder="Name or code  /"
        value={text}
        onChange={(event) => keep(event.target.value)}
      />
    </label>
  );
  return {
    text: asked,
    holds: (words) => holdsWords(words, asked),
    carry: (href) =>
      asked === "" ? href : `${href}${href.includes("?") ? "&" : "?"}${NAME}=${encodeURIComponent(asked)}`,
    field: field || null,
  };
}
