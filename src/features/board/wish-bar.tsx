"use client";

import { useState } from "react";
import type { BoardCell, BoardPlan, BoardWish } from "@/core/coverage/coverage-changes";
import { useDraft } from "@/features/draft";
import { Button } from "@/ui/parts/button";
import { sent } from "@/features/submit";
import { count } from "@/messages/figures";
import { previewBoard } from "./actions";
import { boardEffectSentence } from "./board-words";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly cells: readonly BoardCell[];
  readonly by: BoardCell["of"];
  readonly zones: readonly string[];
  readonly onClear: () => void;
}

const MOST_SHOWN = 14;

/** What the chosen cells are to become; what that writes is shown before it is written. */
export function WishBar({ cells, by, zones, onClear }: Props) {
  const { commit } = useDraft();
  const [zone, setZone] = useState(zones[0] ?? "");
  const [plan, setPlan] = useState<{ readonly plan: BoardPlan; readonly cells: Props["cells"] }>();
  const [trouble, setTrouble] = useState<string>();
  const shown = plan?.cells === cells ? plan.plan : undefined;
  const ask = async (wish: BoardWish) => {
    const answer = await sent(previewBoard({ cells: [...cells], wish }));
    if (answer.ok) setPlan({ plan: answer.value, cells });
    setTrouble(
      answer === undefined ? "The server does not answer. Try again." : answer.ok ? undefined : answer.text,
    );
  };
  const write = async (planned: BoardPlan) => {
    const answer = await commit(planned.changes);
    setTrouble(answer.ok ? undefined : answer.text);
    if (!answer.ok) return;
    setPlan(undefined);
    onClear();
  };
  const none = cells.length === 0;
  return (
    <section aria-label="Change the chosen" className="mb-2">
      <div className="flex min-h-8 flex-wrap items-center gap-2">
        <span className="text-soft">
          {none
            ? "Choose cells; a head chooses its row or column, Shift adds."
            : `${cells.length} ${cells.length === 1 ? "cell" : "cells"}`}
        </span>
        {!none && (
          <>
            <Button
              className="h-7"
              onClick={() => void ask({ state: "served", zone: by === "service" ? zone : "" })}
            >
              Serve
            </Button>
            {by === "service" && (
              <label className="text-soft">
                in zone{" "}
                <select
                  className="control h-7 px-1"
                  value={zone}
                  onChange={(event) => setZone(event.target.value)}
                >
                  {zones.map((code) => (
                    <option key={code}>{code}</option>
                  ))}
                </select>
              </label>
            )}
            <Button className="h-7" onClick={() => void ask({ state: "barred" })}>
              Bar
            </Button>
            <Button kind="quiet" className="h-7" onClick={onClear}>
              Clear the selection
            </Button>
          </>
        )}
      </div>
      {shown && !none && (
        <div className="sheet mt-1 px-3 py-2" role="status">
          {shown.effects.length === 0 && <p>Nothing to change: it is so already.</p>}
          <ul className="columns-2 gap-6">
            {shown.effects.slice(0, MOST_SHOWN).map((effect, i) => (
              <li key={i} className={effect.done === "nothing" ? "text-soft" : ""}>
                {boardEffectSentence(effect)}
              </li>
            ))}
            {shown.effects.length > MOST_SHOWN && (
              <li className="text-soft">and {shown.effects.length - MOST_SHOWN} more</li>
            )}
          </ul>
          <div className="mt-2 flex gap-2">
            <Button kind="main" disabled={shown.changes.length === 0} onClick={() => void write(shown)}>
              Make {count(shown.effects.filter((effect) => effect.done !== "nothing").length, "change")}
            </Button>
            <Button onClick={() => setPlan(undefined)}>Cancel</Button>
          </div>
        </div>
      )}
      <Trouble text={trouble} />
    </section>
  );
}
