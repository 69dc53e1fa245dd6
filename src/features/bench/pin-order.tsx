"use client";

import { useState } from "react";
import { Button } from "@/ui/parts/button";
import { pinOrder } from "./actions";
import { useBench } from "./bench-provider";

/** Makes a trial of an order: what it asks for, without its date. */
export function PinOrder({ number }: { readonly number: string }) {
  const { mayEdit, hold, choose } = useBench();
  const [told, setTold] = useState<{ readonly text: string; readonly isWrong: boolean }>();
  if (!mayEdit) return null;
  const pin = async () => {
    const id = crypto.randomUUID();
    const answer = await pinOrder({ order: number, id }).catch(() => undefined);
    if (!answer?.ok) return setTold({ text: answer?.text ?? "The server does not answer.", isWrong: true });
    hold(answer.value);
    choose(id);
    setTold({ text: "On the bench, at every setup screen.", isWrong: false });
  };
  return (
    <>
      {told && (
        <span role={told.isWrong ? "alert" : "status"} className={told.isWrong ? "text-loss" : "text-soft"}>
          {told.text}
        </span>
      )}
      <Button kind="quiet" onClick={() => void pin()} title="A test order like this, kept with the setup">
        Make it a trial
      </Button>
    </>
  );
}
