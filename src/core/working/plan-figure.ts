import type { Step } from "./step";

/** What came out of the plan, before margins: the last result of its steps. */
export function planFigure(steps: readonly Step[]): string | undefined {
  const own = steps.filter(
    ({ station, code, result }) =>
      station === "plan" && result !== undefined && code !== "zone-found" && code !== "edition-chosen",
  );
  return own[own.length - 1]?.result;
}
