"use client";

import { useState } from "react";
import { Button } from "@/ui/parts/button";
import { sent } from "@/features/submit";
import { pinOrder } from "./actions";
import { useBench } from "./bench-provider";

interface Props {
  readonly number: string;
  /** When it was placed, an instant. */
  readonly placedAt: string;
}

/** Makes a trial of an order: what it asks for, counting from today, or from its own day if that is wanted. */
export function PinOrder({ number, placedAt }: Props) {
  const { mayEdit, setTrials, choose, trials, reset } = useBench();
  const [told, setTold] = useState<{ readonly text: string; readonly isWrong: boolean }>();
  const [pinned, setPinned] = useState<string>();
  if (!mayEdit) return null;
  const fresh = trials.find(({ id }) => id === pinned);
  const keepDay = async () => {
    if (!fresh) return;
    const { version, ...trial } = fresh;
    const request = { ...trial.request, placedAt: new Date(placedAt).toISOString() };
    const answer = await reset({ ...trial, request }, version);
    setTold({ text: answer.ok ? "It counts from its own day." : answer.text, isWrong: !answer.ok });
    if (answer.ok) setPinned(undefined);
  };
  const pin = async () => {
    const id = crypto.randomUUID();
    const answer = await sent(pinOrder({ order: number, id }));
    if (!answer.ok) return setTold({ text: answer.text, isWrong: true });
    setTrials(answer.value);
    choose(id);
    setPinned(id);
    setTold({ text: "On the bench at every setup screen, counting from today.", isWrong: false });
  };
  return (
    <>
      {told && (
        <span role={told.isWrong ? "alert" : "status"} className={told.isWrong ? "text-loss" : "text-soft"}>
          {told.text}{" "}
          {fresh && (
            <button type="button" className="link" onClick={() => void keepDay()}>
              Keep its own day
            </button>
          )}
        </span>
      )}
      <Button kind="quiet" onClick={() => void pin()} title="A test order like this, kept with the setup">
        Make it a trial
      </Button>
    </>
  );
}
