"use client";

import { useState } from "react";
import type { Tariff } from "@/core/setup/tariff";
import { useBench } from "@/features/bench";

interface Props {
  readonly tariff: Tariff;
  /** The zone of the active row. */
  readonly zone: string;
}

/** Puts orders of just the table's edges on the bench, to a place of the zone. */
export function PinEdges({ tariff, zone }: Props) {
  const { mayEdit, pinEdges, setOpen } = useBench();
  const [told, setTold] = useState<{ readonly text: string; readonly isWrong: boolean }>();
  if (!mayEdit || zone === "") return null;
  const pin = async () => {
    const answer = await pinEdges(tariff.code, zone);
    if (!answer.ok) return setTold({ text: answer.text, isWrong: true });
    setTold({ text: `${answer.count} on the bench.`, isWrong: false });
    setOpen(true);
  };
  return (
    <section aria-label="Trials of this table" className="sheet px-2.5 py-2">
      <button type="button" className="link" onClick={() => void pin()}>
        One trial for each break, to zone {zone}
      </button>
      {told && (
        <p role={told.isWrong ? "alert" : "status"} className={told.isWrong ? "text-loss" : "text-soft"}>
          {told.text}
        </p>
      )}
    </section>
  );
}
