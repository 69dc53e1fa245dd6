"use client";

import { useState } from "react";
import { useSubmit } from "@/features/submit";
import { Trouble } from "@/ui/parts/trouble";
import { setRules } from "./actions";

type Rules = Parameters<typeof setRules>[0];

const roleNames = { admin: "Administrators", coordinator: "Coordinators", finance: "Finance" } as const;

/** Who publishes and how; only administrators change it. */
export function GateRules({ rules, mayChange }: { readonly rules: Rules; readonly mayChange: boolean }) {
  const [shown, setShown] = useState(rules);
  const { busy, trouble, submit } = useSubmit();
  const change = async (next: Rules) => {
    setShown(next);
    const answer = await submit(() => setRules(next));
    // refused: it stays as it was
    if (!answer.ok) setShown(shown);
  };
  return (
    <fieldset disabled={!mayChange || busy} className="space-y-1.5">
      <legend className="sr-only">Publishing</legend>
      <label className="flex gap-2">
        <input
          type="checkbox"
          checked={shown.smallEdits}
          onChange={(event) => void change({ ...shown, smallEdits: event.target.checked })}
        />
        <span>
          Publish small edits at once
          <span className="block text-soft">
            Each edit is live as it is made; for a business of one person. Without it edits wait at the gate.
          </span>
        </span>
      </label>
      <label className="flex gap-2">
        <input
          type="checkbox"
          checked={shown.secondPerson}
          onChange={(event) => void change({ ...shown, secondPerson: event.target.checked })}
        />
        A second person publishes what one asks for
      </label>
      <div className="flex flex-wrap gap-x-4">
        <span>May publish:</span>
        {(Object.keys(roleNames) as (keyof typeof roleNames)[]).map((role) => (
          <label key={role} className="flex gap-1.5">
            <input
              type="checkbox"
              checked={shown.publishers.includes(role)}
              onChange={(event) => {
                const others = shown.publishers.filter((one) => one !== role);
                void change({ ...shown, publishers: event.target.checked ? [...others, role] : others });
              }}
            />
            {roleNames[role]}
          </label>
        ))}
      </div>
      {!mayChange && <p className="text-soft">Administrators set this.</p>}
      <Trouble text={trouble} />
    </fieldset>
  );
}
