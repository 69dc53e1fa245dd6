"use client";

import { ArrowUp } from "lucide-react";
import { useState } from "react";
import type { Sourcing } from "@/core/setup/offer";
import { useCommit, useDraft } from "@/features/draft";
import { IconButton } from "@/ui/parts/icon-button";
import { Trouble } from "@/ui/parts/trouble";

type Objective = Sourcing["objectives"][number];

const names: Readonly<Record<Objective, string>> = {
  fewestShipments: "fewest shipments",
  lowestCost: "lowest cost",
  nearest: "nearest",
  rank: "best rank",
};

/** What decides between origins, one after the other: the next one only where all before are equal. */
export function Objectives({ objectives }: { readonly objectives: readonly Objective[] }) {
  const { mayEdit } = useDraft();
  const [trouble, setTrouble] = useState<string>();
  const commit = useCommit("sourcing/objectives", objectives);
  const store = async (next: readonly Objective[]) => {
    const result = await commit(next);
    setTrouble(result.ok ? undefined : result.text);
  };
  const others = (Object.keys(names) as Objective[]).filter((one) => !objectives.includes(one));
  const up = (at: number) => {
    const next = [...objectives];
    const [moved] = next.splice(at, 1);
    if (moved) next.splice(at - 1, 0, moved);
    void store(next);
  };
  return (
    <div className="mb-1 flex flex-wrap gap-x-2" data-path="sourcing/objectives">
      <span className="w-[128px] shrink-0 pt-1 text-soft">Decided by</span>
      <ol className="min-w-0 flex-1">
        {objectives.map((one, i) => (
          <li key={one} className="flex items-center gap-2 py-0.5">
            <span className="w-44">
              <span className="text-soft">{i === 0 ? "first" : "then"} </span>
              {names[one]}
            </span>
            {mayEdit && (
              <>
                <IconButton
                  icon={ArrowUp}
                  disabled={i === 0}
                  label={`${names[one]}: earlier`}
                  onClick={() => up(i)}
                />
                <button
                  type="button"
                  className="link"
                  aria-label={`${names[one]}: leave it out`}
                  onClick={() => void store(objectives.filter((other) => other !== one))}
                >
                  leave out
                </button>
              </>
            )}
          </li>
        ))}
        {mayEdit &&
          others.map((one) => (
            <li key={one} className="flex items-center gap-2 py-0.5 text-soft">
              <span className="w-44">{names[one]}</span>
              <button type="button" className="link" onClick={() => void store([...objectives, one])}>
                put last
              </button>
            </li>
          ))}
      </ol>
      <Trouble text={trouble} />
    </div>
  );
}
