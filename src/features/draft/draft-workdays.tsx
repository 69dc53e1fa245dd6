"use client";

import { useCommit } from "./draft-fields";
import { useDraft } from "./draft-provider";

const days = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** The days of the week somebody works, Monday is 1. */
export function DraftWorkdays({
  path,
  workdays,
}: {
  readonly path: string;
  readonly workdays: readonly number[];
}) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, workdays);
  const toggle = (day: number, on: boolean) =>
    commit([1, 2, 3, 4, 5, 6, 7].filter((n) => (n === day ? on : workdays.includes(n))));
  return (
    <fieldset data-path={path} disabled={!mayEdit} className="mb-1 flex flex-wrap items-center gap-x-2">
      <legend className="float-left w-[128px] text-soft">Working days</legend>
      {days.map((name, i) => (
        <label key={name} className="flex items-center gap-1">
          <input
            type="checkbox"
            checked={workdays.includes(i + 1)}
            onChange={(event) => void toggle(i + 1, event.target.checked)}
          />
          {name}
        </label>
      ))}
    </fieldset>
  );
}
