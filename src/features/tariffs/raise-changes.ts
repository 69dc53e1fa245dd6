import type { Change } from "@/core/setup/inverse";
import { joinPath, type Json } from "@/core/setup/path";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { endsBefore } from "@/core/tariffs/in-force";
import {
  raiseRates,
  type Raise,
  type Raised,
  type RateRounding,
  type RateSelection,
} from "@/core/tariffs/raise-rates";

/** What is raised, by what, and where the raised rates go: into the edition itself or into one of their own. */
export interface RaisePlan {
  readonly raise: Raise;
  readonly rounding: RateRounding | undefined;
  readonly selection: RateSelection;
  readonly into: { readonly label: string; readonly from: string } | undefined;
}

/** The raised edition for showing, and the changes of the draft that make it so. */
export interface RaiseOutcome extends Raised {
  readonly changes: readonly Change[];
  /** The last day the old edition gets, when it would overlap the new one. */
  readonly ends: string | undefined;
}

export function planRaise(tariff: Tariff, edition: Edition, plan: RaisePlan): RaiseOutcome {
  const raised = raiseRates(edition, plan.raise, plan.selection, plan.rounding);
  const path = (label: string, ...rest: (string | number)[]) =>
    joinPath("tariffs", tariff.code, "editions", label, ...rest);
  if (!plan.into) {
    const changes = edition.rows.flatMap((row, i): Change[] => {
      const to = raised.edition.rows[i];
      const same = JSON.stringify(row) === JSON.stringify(to);
      return same || !to ? [] : [{ path: path(edition.label, "rows", i), from: row as Json, to: to as Json }];
    });
    return { ...raised, changes, ends: undefined };
  }
  const { label, from } = plan.into;
  const { to: _, ...rest } = raised.edition;
  const ends = endsBefore(tariff.code, tariff.editions, from);
  return {
    ...raised,
    ends: ends[0]?.to,
    changes: [...ends, { path: path(label), to: { ...rest, label, from } as Json }],
  };
}
