"use client";

import { useCallback, useEffect, useMemo, useState } from "react";
import { knownPlan } from "./actions";
import { planFor, targetsOf, withKept, type Settings } from "./first-plan";
import { factorOf, freshTarget, shapeOf, whatIsMissing, type ImportPlan, readKept } from "./import-plan";
import { useExisting } from "./use-existing";
import { useTariffFile, type OpenFile } from "./use-tariff-file";

/** An import under way: the file, what is chosen about it, and what it comes to. Every choice is answered at once. */
export function useImport(settings: Settings) {
  const codes = settings.tariffs.map((tariff) => tariff.code);
  const [plan, setPlan] = useState<ImportPlan>();
  const [known, setKnown] = useState(false);
  const onOpened = useCallback(
    async (file: OpenFile) => {
      const [sheet] = file.sheets;
      if (!sheet) return;
      const first = planFor(file, settings);
      setKnown(false);
      setPlan(first);
      const kept = await knownPlan(shapeOf(sheet)).catch(() => undefined);
      if (!kept?.ok || kept.value === null) return;
      const before = readKept(kept.value);
      if (!before) return;
      setKnown(true);
      // what somebody chose meanwhile, or another file, goes before what was kept
      setPlan((now) =>
        now === first ? withKept(first, before, sheet.guess, settings.into !== undefined) : now,
      );
    },
    [settings],
  );
  const file = useTariffFile(onOpened);
  const { read, reading } = file;
  const name = file.file?.name ?? "";
  const targets = useMemo(
    () => targetsOf(plan?.targets ?? {}, reading, name, settings),
    [plan?.targets, reading, name, settings],
  );
  const existing = useExisting(plan, targets);
  const missing = plan ? (whatIsMissing(plan) ?? inexact(plan)) : undefined;
  const ready = plan !== undefined && missing === undefined && existing.found !== undefined;
  useEffect(() => {
    const factor = plan && factorOf(plan);
    if (!ready || !plan || !existing.found) return;
    const none = { zones: [], entries: [] };
    read({
      plan: plan.plan,
      sheets: plan.sheets,
      ...(factor === undefined ? {} : { factor }),
      choices: plan.choices,
      chart: plan.chart.kind === "new" ? none : (existing.found.chart ?? none),
      addZones: plan.addZones || plan.chart.kind === "new",
      targets: existing.found.editions,
    });
  }, [ready, plan, existing.found, read]);

  return {
    ...file,
    reading: ready ? reading : undefined,
    plan,
    set: (part: Partial<ImportPlan>) => setPlan((before) => before && { ...before, ...part }),
    targets,
    existing: existing.found,
    known,
    missing,
    trouble: file.trouble ?? existing.trouble,
    freshFor: (wanted: string) => freshTarget(wanted, name, codes),
  };
}

function inexact(plan: ImportPlan): string | undefined {
  return factorOf(plan) === "inexact"
    ? "Weights of the file's unit can't be written exactly in the tariffs' unit: give the tariffs the file's unit."
    : undefined;
}
