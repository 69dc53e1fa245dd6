"use client";

import { useMemo } from "react";
import type { Step } from "@/core/working/step";
import { useBench } from "@/features/bench";
import { runningFigures } from "./running-figures";

const none: readonly Step[] = [];

/** The working of an offer on the open trial. Asked for where it is shown: the bench tells anew at every keystroke. */
function useTrialSteps(offer: string): readonly Step[] {
  const { open } = useBench();
  return open?.after.offers.find((one) => one.offer === offer)?.working ?? none;
}

/** What the open trial comes to after each step of an offer, and in which currency. */
export function useRunning(offer: string) {
  const steps = useTrialSteps(offer);
  const { open } = useBench();
  const currency = open?.after.currency ?? "";
  return useMemo(() => ({ ...runningFigures(steps, offer), currency }), [steps, offer, currency]);
}

/** The rules of an offer's ladder, from 0, that the open trial's charge came by. */
export function useTakenRules(offer: string): readonly number[] {
  return useTrialSteps(offer).flatMap((step) => (step.code === "rule-matched" ? [step.inputs.rule - 1] : []));
}
