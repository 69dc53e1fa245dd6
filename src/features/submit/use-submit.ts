"use client";

import { useCallback, useState } from "react";
import type { Answer } from "@/messages/answer";
import { sent } from "./sent";

/**
 * The one way in which a form or a button sends something: `busy` while it is under way, `trouble` says in words what
 * went wrong, beside its cause. The answer comes back, for whoever goes on with it.
 */
export function useSubmit() {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const submit = useCallback(async <T>(send: () => Promise<Answer<T>>): Promise<Answer<T>> => {
    setBusy(true);
    const answer = await sent(send());
    setBusy(false);
    setTrouble(answer.ok ? undefined : answer.text);
    return answer;
  }, []);
  return { busy, trouble, setTrouble, submit };
}
