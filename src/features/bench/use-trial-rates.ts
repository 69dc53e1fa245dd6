"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { BenchTask } from "@/core/bench/thread";
import type { KeptRates } from "@/core/services/live-rate";
import type { Setup } from "@/core/setup/setup";
import { useDraft } from "@/features/draft";
import { sent } from "@/features/submit";
import { askForTrials, keptTrialRates } from "./actions";

/** What carriers have said of the trials. */
export interface TrialRates {
  /** The instant of the oldest answer; nobody has answered anything where there is none. */
  readonly oldest: string | undefined;
  readonly answers: number;
  /** Questions without an answer. */
  readonly failed: number;
  readonly isAsking: boolean;
  readonly ask: () => void;
}

/** Has carriers asked about the trials beside everything else: nothing waits for it. `undefined` where no service is priced by one. */
export function useTrialRates(
  setup: Setup | undefined,
  trials: number,
  send: (task: BenchTask) => void,
): TrialRates | undefined {
  const { mayEdit } = useDraft();
  const [rates, setRates] = useState<KeptRates>([]);
  const [isAsking, setAsking] = useState(false);
  const isLive = setup?.services.some(({ rate }) => "live" in rate) === true;
  const asking = useRef(false);
  const ask = useCallback(async () => {
    if (asking.current) return;
    asking.current = true;
    setAsking(true);
    const answer = await sent(mayEdit ? askForTrials() : keptTrialRates());
    asking.current = false;
    setAsking(false);
    if (!answer.ok) return;
    setRates(answer.value);
    send({ kind: "rates", rates: answer.value });
  }, [mayEdit, send]);
  useEffect(() => {
    if (!isLive || trials === 0) return;
    const timer = setTimeout(() => void ask(), 0);
    return () => clearTimeout(timer);
  }, [isLive, trials, ask]);
  return useMemo(() => {
    if (!isLive) return undefined;
    const answered = rates.filter(([, answer]) => !("failed" in answer)).map(([, { at }]) => at);
    return {
      oldest: answered.sort()[0],
      answers: answered.length,
      failed: rates.length - answered.length,
      isAsking,
      ask: () => void ask(),
    };
  }, [isLive, rates, isAsking, ask]);
}
