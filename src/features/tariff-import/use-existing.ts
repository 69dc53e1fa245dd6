"use client";

import { useEffect, useState } from "react";
import { existingOf } from "./actions";
import type { Existing } from "./import-changes";
import type { ImportPlan, Target } from "./import-plan";

/** The draft's own of the places a file goes into, asked for whenever these are others. */
export function useExisting(plan: ImportPlan | undefined, targets: Readonly<Record<string, Target>>) {
  const [found, setFound] = useState<{ readonly key: string; readonly existing: Existing }>();
  const [trouble, setTrouble] = useState<string>();
  const editions = Object.entries(targets).flatMap(([name, target]) =>
    target.kind === "edition" ? [[name, { code: target.code, label: target.label }] as const] : [],
  );
  const key = plan
    ? JSON.stringify({
        chart: plan.chart.kind === "known" ? plan.chart.code : "",
        editions: Object.fromEntries(editions),
      })
    : "";
  useEffect(() => {
    if (key === "") return;
    let current = true;
    void existingOf(JSON.parse(key) as Parameters<typeof existingOf>[0])
      .catch(() => undefined)
      .then((answer) => {
        if (!current) return;
        if (answer?.ok) setFound({ key, existing: answer.value });
        setTrouble(answer?.ok ? undefined : (answer?.text ?? "The server does not answer. Try again."));
      });
    return () => {
      current = false;
    };
  }, [key]);
  return { found: found?.key === key ? found.existing : undefined, trouble };
}
