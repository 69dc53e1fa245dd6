"use client";

import { useId, useState, type KeyboardEvent } from "react";
import { classNames } from "@/ui/class-names";
import { Trouble } from "@/ui/parts/trouble";
import { useBench } from "./bench-provider";
import { tones } from "./tickets";
import { TrialLine } from "./trial-line";
import { readTrial, trialName } from "./trial-text";

/** All trials at once: before, after, and the difference; arrows walk through them. */
export function TrialsTable() {
  const { trials, rows, ticket, trial, choose, mayEdit, unpin } = useBench();
  const id = useId();
  const [trouble, setTrouble] = useState<string>();
  const tickets = new Map(rows.map((row) => [row.id, ticket(row)]));
  const takeOff = () => {
    if (!trial || !mayEdit) return;
    const at = trials.indexOf(trial);
    const { version: _, ...own } = trial;
    const next = trials[at + 1] ?? trials[at - 1];
    void unpin([own]).then((answer) => {
      setTrouble(answer.ok ? undefined : answer.text);
      if (answer.ok && next) choose(next.id);
    });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "Delete") return takeOff();
    const by =
      event.key === "ArrowDown" || event.key === "j"
        ? 1
        : event.key === "ArrowUp" || event.key === "k"
          ? -1
          : 0;
    if (by === 0 || event.altKey) return;
    event.preventDefault();
    const at = trials.findIndex((one) => one.id === trial?.id) + by;
    const next = trials[Math.min(trials.length - 1, Math.max(0, at))];
    if (next) choose(next.id);
  };
  return (
    <div className="flex min-h-0 min-w-0 flex-col border-hairline md:border-r">
      <div
        role="listbox"
        aria-label="Trials, before and after"
        aria-activedescendant={trial && `${id}-${trial.id}`}
        tabIndex={0}
        onKeyDown={onKeyDown}
        className="min-h-0 flex-1 overflow-auto -outline-offset-2"
      >
        <div className="narrow sticky top-0 flex gap-2 border-b border-hairline bg-sheet px-3 py-1 text-xs text-soft">
          <span className="min-w-0 flex-1">Trial and offer, on its channel&apos;s tax basis</span>
          <span className="w-[62px] text-right">Before</span>
          <span className="w-[70px] text-right">After</span>
          <span className="w-[26px]">
            <span className="sr-only">Currency</span>
          </span>
          <span className="w-[76px] text-right">Difference</span>
        </div>
        {trials.map((one) => {
          const shown = tickets.get(one.id);
          return (
            <div
              key={one.id}
              id={`${id}-${one.id}`}
              role="option"
              aria-selected={one.id === trial?.id}
              onClick={() => choose(one.id)}
              className={classNames(
                "flex cursor-default items-baseline gap-2 border-b border-l-4 border-b-hairline px-2 py-1",
                one.id === trial?.id ? "border-l-sign bg-wash" : "border-l-transparent hover:bg-well",
              )}
            >
              <span className="min-w-0 flex-1 truncate">
                <span className="font-semibold">{one.name}</span>{" "}
                <span className="narrow text-soft">{shown?.name}</span>
              </span>
              <span className="w-[62px] shrink-0 text-right text-soft">{shown?.before}</span>
              <span className="w-[70px] shrink-0 text-right font-semibold">{shown?.after}</span>
              <span className="narrow w-[26px] shrink-0 text-xs text-soft">{shown?.currency}</span>
              <span className={classNames("w-[76px] shrink-0 text-right", tones[shown?.tone ?? "same"])}>
                {shown?.change}
                {(shown?.failed ?? 0) > 0 && <span className="font-semibold text-loss"> ✗</span>}
              </span>
            </div>
          );
        })}
        {trials.length === 0 && (
          <p className="px-3 py-3 text-soft">
            No trial yet. Type what somebody could order and where it goes; or open an order and make it a
            trial.
          </p>
        )}
      </div>
      <Trouble text={trouble} />
      {mayEdit && <NewTrial />}
    </div>
  );
}

function NewTrial() {
  const { words, pin, choose } = useBench();
  const [text, setText] = useState("");
  const take = async () => {
    const read = readTrial(text, words);
    if (!read.ok) return read.text;
    const id = crypto.randomUUID();
    const answer = await pin([
      { id, name: trialName(read.request).slice(0, 120), request: read.request, expects: [] },
    ]);
    if (!answer.ok) return answer.text;
    setText("");
    choose(id);
    return undefined;
  };
  return (
    <div className="border-t border-hairline px-3 py-1.5">
      <TrialLine
        label="New trial"
        words={words}
        value={text}
        onChange={setText}
        onTake={take}
        submit="Add the trial"
      />
    </div>
  );
}
