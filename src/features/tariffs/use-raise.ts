"use client";

import { useMemo, useState } from "react";
import { isDate } from "@/core/calendar/local-date";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { RateRounding } from "@/core/tariffs/raise-rates";
import { readDate } from "@/ui/date-text";
import { plainNumber } from "@/ui/number-text";
import { planRaise, type RaiseOutcome } from "./raise-changes";

/** What is typed into the panel, as it is typed. */
export interface RaiseTyped {
  readonly by: string;
  readonly way: "percent" | "amount";
  readonly step: string;
  readonly mode: RateRounding["mode"];
  readonly zones: readonly string[];
  /** Breaks by their places, none for all. */
  readonly breaks: readonly number[];
  readonly bounds: boolean;
  /** Whether the raised rates get an edition of their own. */
  readonly fresh: boolean;
  readonly label: string;
  readonly from: string;
}

const isFigure = (text: string) => /^-?\d+(\.\d+)?$/.test(text);

/** What is typed, what is wrong with it, and what would come of it. */
export function useRaise(tariff: Tariff, edition: Edition) {
  const last = tariff.editions.map((one) => one.from).reduce((a, b) => (a > b ? a : b), edition.from);
  const year = String(Number(last.slice(0, 4)) + 1);
  const [typed, setTyped] = useState<RaiseTyped>({
    by: "",
    way: "percent",
    step: "0.05",
    mode: "nearest",
    zones: [],
    breaks: [],
    bounds: true,
    fresh: true,
    label: year,
    from: `${year}-01-01`,
  });
  const wrong = whatIsWrong(typed, tariff);
  const outcome = useMemo(
    () => (wrong === undefined ? outcomeOf(tariff, edition, typed) : undefined),
    [wrong, tariff, edition, typed],
  );
  const set = (part: Partial<RaiseTyped>) => setTyped({ ...typed, ...part });
  return { typed, set, wrong, outcome };
}

function whatIsWrong({ by, step, fresh, from, label }: RaiseTyped, tariff: Tariff): string | undefined {
  const rounded = plainNumber(step);
  if (!isFigure(plainNumber(by))) return "By how much?";
  if (rounded !== "" && !(isFigure(rounded) && Number(rounded) > 0))
    return "The step is a figure above 0, or empty.";
  if (fresh && !isDate(readDate(from))) return "The first day is a date like 2027-01-01.";
  if (fresh && tariff.editions.some((edition) => edition.label === label))
    return `There is an edition ${label} already.`;
  return undefined;
}

function outcomeOf(tariff: Tariff, edition: Edition, typed: RaiseTyped): RaiseOutcome {
  const [by, step] = [plainNumber(typed.by), plainNumber(typed.step)];
  return planRaise(tariff, edition, {
    raise: typed.way === "percent" ? { percent: by } : { amount: by },
    rounding: step === "" ? undefined : { step, mode: typed.mode },
    selection: {
      bounds: typed.bounds,
      ...(typed.zones.length > 0 ? { zones: typed.zones } : {}),
      ...(typed.breaks.length > 0 ? { breaks: typed.breaks } : {}),
    },
    into: typed.fresh ? { label: typed.label, from: readDate(typed.from) } : undefined,
  });
}
