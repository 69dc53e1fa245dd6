import type { Step } from "@/core/working/step";
import { planFigure } from "@/core/working/plan-figure";

/** What a trial's charge comes to after the plan and after each adjustment, in the quote's currency; absent where a step did not run. */
export interface RunningFigures {
  readonly plan?: string;
  readonly margin?: string;
  readonly additions: readonly (string | undefined)[];
  readonly minimum?: string;
  readonly maximum?: string;
  readonly rounding?: string;
  /** 0 where it is free. */
  readonly free?: string;
}

/** Reads the figures from a working: each step tells its own result. */
export function runningFigures(steps: readonly Step[], offer: string): RunningFigures {
  const adjust = `offers/${encodeURIComponent(offer)}/adjust`;
  const after = (code: Step["code"]) => steps.find((step) => step.code === code)?.result;
  const additions: (string | undefined)[] = [];
  for (const { code, source, result } of steps) {
    const index = source?.startsWith(`${adjust}/additions/`) ? Number(source.split("/").pop()) : NaN;
    if (code === "addition-added" && Number.isInteger(index)) additions[index] = result;
  }
  const found = {
    plan: planFigure(steps),
    margin: after("margin-added"),
    minimum: after("charge-minimum"),
    maximum: after("charge-maximum"),
    rounding: after("charge-stepped"),
    free: after("free-given"),
  };
  return { ...known(found), additions };
}

function known<T extends object>(found: T): { [K in keyof T]?: NonNullable<T[K]> } {
  return Object.fromEntries(Object.entries(found).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]?: NonNullable<T[K]>;
  };
}
