import type { CellLine, CellsLine } from "@/core/gate/cell-lines";
import type { ChangeLine, MemberChange } from "@/core/gate/member-changes";
import { splitPath, type Json } from "@/core/setup/path";
import { breakWords, count, list } from "./figures";
import { fieldWords, memberWords } from "./place-words";
import { setupValueWords } from "./setup-value-words";

/** A change in words: what it is of, and what stood and stands there where that is short. */
export interface ChangeWords {
  readonly what: string;
  readonly from?: string;
  readonly to?: string;
}

/** What a member is: "tariff PNP-PARCEL", or "exchange rates" for what has no members. */
export function memberTitle({ list: of, code, name }: MemberChange): string {
  if (code === "") return memberWords(of, 2);
  return `${memberWords(of, 1)} ${code}${name === "" || name === code ? "" : `, ${name}`}`;
}

const whole: Readonly<Record<Exclude<MemberChange["is"], "changed">, string>> = {
  added: "new",
  gone: "deleted",
  moved: "stands at another place of the list",
};

/** What happened to a member as a whole; nothing for one that is only changed. */
export function wholeWords(is: MemberChange["is"]): string {
  return is === "changed" ? "" : whole[is];
}

/** A change in words; money that names no currency of its own is of the given one. */
export function changeWords(line: ChangeLine, currency: string): ChangeWords {
  switch (line.kind) {
    case "field":
      return fieldChange(line.change, currency);
    case "cell":
      return cellChange(line);
    case "cells":
      return { what: `edition ${line.edition}: ${cellsWords(line)}` };
    case "edition":
      return {
        what:
          line.is === "added"
            ? `new edition ${line.label}, in force from ${line.from}`
            : `edition ${line.label} is deleted`,
      };
    case "axis":
      return { what: `edition ${line.edition}: ${axisWords(line)}` };
    case "entries":
      return { what: entriesWords(line) };
  }
}

function fieldChange(
  { path, from, to }: { path: string; from?: Json; to?: Json },
  currency: string,
): ChangeWords {
  const [, , ...rest] = splitPath(path);
  const isSingle = /^(business|sourcing|exchangeRates|itemExceptions)\//.test(path);
  const within = isSingle ? splitPath(path).slice(1) : rest;
  return {
    what: fieldWords(within),
    ...(from === undefined ? {} : { from: setupValueWords(within, from, currency) }),
    to: to === undefined ? "not set" : setupValueWords(within, to, currency),
  };
}

function cellChange({ edition, zone, band, range, currency, from, to }: CellLine): ChangeWords {
  const page = band === undefined ? "" : band === "" ? ", last band" : `, band up to ${band}`;
  const rate = (amount: string | undefined) => (amount === undefined ? "no rate" : `${amount} ${currency}`);
  return {
    what: `edition ${edition}, zone ${zone}${page}, ${breakWords(range)}`,
    from: rate(from),
    to: rate(to),
  };
}

function cellsWords({ raised, lowered, added, gone, least, most }: CellsLine): string {
  const changed = raised + lowered;
  const rates = (n: number) => count(n, "rate");
  const way =
    lowered === 0
      ? `${rates(raised)} raised`
      : raised === 0
        ? `${rates(lowered)} lowered`
        : `${rates(changed)} changed, ${raised} up and ${lowered} down`;
  const parts = [
    ...(changed > 0 ? [`${way}${percentWords(least, most)}`] : []),
    ...(added > 0 ? [`${rates(added)} new`] : []),
    ...(gone > 0 ? [`${rates(gone)} removed`] : []),
  ];
  return list(parts);
}

function percentWords(least: string | undefined, most: string | undefined): string {
  if (least === undefined || most === undefined) return "";
  const signed = (percent: string) => (percent.startsWith("-") ? `−${percent.slice(1)} %` : `+${percent} %`);
  return least === most ? ` by ${signed(least)}` : ` by ${signed(least)} to ${signed(most)}`;
}

const axes = { breaks: ["break", "breaks"], bands: ["band", "bands"], zones: ["zone", "zones"] } as const;

function axisWords({ of, added, gone }: Extract<ChangeLine, { kind: "axis" }>): string {
  const [one, many] = axes[of];
  const named = (edges: readonly string[]) =>
    `${edges.length === 1 ? one : many} ${list(edges.map((edge) => (edge === "open" ? "“and above”" : edge)))}`;
  const parts = [
    ...(added.length > 0 ? [`${named(added)} added`] : []),
    ...(gone.length > 0 ? [`${named(gone)} removed`] : []),
  ];
  return list(parts);
}

function entriesWords({ added, gone, moved }: Extract<ChangeLine, { kind: "entries" }>): string {
  const parts = [
    ...(moved > 0 ? [`${count(moved, "entry", "entries")} to another zone`] : []),
    ...(added > 0 ? [`${count(added, "entry", "entries")} added`] : []),
    ...(gone > 0 ? [`${count(gone, "entry", "entries")} removed`] : []),
  ];
  return parts.length > 0 ? list(parts) : "entries in another order";
}
