import type { Seam, SeamChoice, SeamChoices } from "@/core/tariff-files/seam";
import type { ReadTariff } from "@/core/tariff-files/thread";

/** Seams that are alike, settled by one choice: the steps of one digit between breaks, and equal ones of several tariffs. */
export interface SeamGroup {
  readonly key: string;
  readonly seams: readonly { readonly tariff: string; readonly seam: Seam }[];
  /** Whether the group is of steps of one digit, at different places. */
  readonly steps: boolean;
  readonly rows: number;
  readonly line: number;
}

export function seamGroups(tariffs: readonly ReadTariff[]): SeamGroup[] {
  const groups = new Map<string, SeamGroup>();
  for (const { name: tariff, seams } of tariffs)
    for (const seam of seams) {
      const steps = seam.kind === "gap" && seam.usual !== "empty";
      const key = steps ? "steps" : seam.key;
      const known = groups.get(key);
      groups.set(key, {
        key,
        steps,
        seams: [...(known?.seams ?? []), { tariff, seam }],
        rows: (known?.rows ?? 0) + seam.rows,
        line: Math.min(known?.line ?? seam.line, seam.line),
      });
    }
  return [...groups.values()];
}

/** What a group is settled by: the one choice of all its seams, or none where they differ. */
export function choiceOf(group: SeamGroup, choices: Readonly<Record<string, SeamChoices>>): SeamChoice | "" {
  const [first, ...rest] = new Set(
    group.seams.map(({ tariff, seam }) => choices[tariff]?.[seam.key] ?? seam.usual),
  );
  return first === undefined || rest.length > 0 ? "" : first;
}

/** The choices with a group settled. */
export function withChoice(
  choices: Readonly<Record<string, SeamChoices>>,
  group: SeamGroup,
  choice: SeamChoice,
): Record<string, SeamChoices> {
  const next: Record<string, SeamChoices> = { ...choices };
  for (const { tariff, seam } of group.seams) next[tariff] = { ...next[tariff], [seam.key]: choice };
  return next;
}
