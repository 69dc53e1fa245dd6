import { countryCodes } from "@/core/zones/countries";
import { countryName } from "@/messages/country-name";
import type { TrialWords } from "./trial-text";

interface Suggestion {
  readonly text: string;
  readonly about: string;
  readonly from: number;
}

/** What the end of a half-typed line asks for: an item of the catalogue, or one of a few words. */
export type Next =
  | { readonly kind: "item"; readonly text: string; readonly from: number }
  | { readonly kind: "words"; readonly completions: readonly Suggestion[] };

const MOST_COUNTRIES = 6;

/** Countries whose name begins with what is typed of a place, each as its letters. */
function countriesLike(typed: string, end: number): readonly Suggestion[] {
  const low = typed.toLowerCase();
  if (low.length < 2 || /\d/.test(low)) return [];
  return countryCodes
    .map((code) => ({ text: `${code} `, about: countryName(code), from: end - typed.length }))
    .filter(({ about }) => about.toLowerCase().startsWith(low))
    .slice(0, MOST_COUNTRIES);
}

/** Reads the line up to the caret. Suggestions begin with what was typed since the last comma; of a place they are countries by name. */
export function whatNext(before: string, { channels }: TrialWords): Next {
  const to = /\s(?:to|→)\s/.exec(before);
  if (!to) {
    const [, typed = ""] = /(?:^|[,;\n])\s*(?:\d+\s*[x×]?\s+)?([^\s,;]*)$/.exec(before) ?? [];
    const looksLikeWeight = /^\d/.test(typed);
    return { kind: "item", text: looksLikeWeight ? "" : typed, from: before.length - typed.length };
  }
  const after = before.slice(to.index + to[0].length);
  const comma = after.lastIndexOf(",");
  if (comma < 0) return { kind: "words", completions: countriesLike(after.trimStart(), before.length) };
  const typed = after.slice(comma + 1).trimStart();
  const from = before.length - typed.length;
  const all = [
    ...channels.map(({ code, name }) => ({ text: code, about: name })),
    { text: "coupon ", about: "a code the customer enters" },
    { text: "town ", about: "of the address" },
    { text: "tax number ", about: "of the customer" },
    { text: "group ", about: "the customer's group" },
    { text: "on ", about: "placed on a day" },
    { text: "cash on delivery", about: "" },
    { text: "signature", about: "" },
    { text: "PO box", about: "" },
    { text: "collection point", about: "" },
  ];
  const low = typed.toLowerCase();
  return {
    kind: "words",
    completions: all
      .filter(({ text, about }) => text.toLowerCase().startsWith(low) || about.toLowerCase().startsWith(low))
      .filter(({ text }) => text.toLowerCase() !== low)
      .map((one) => ({ ...one, from })),
  };
}
