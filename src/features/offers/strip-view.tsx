"use client";

import { useState } from "react";
import type { Measure } from "@/core/setup/measures";
import { measureStrip, stripMeasures, type StripPart } from "@/core/plans/measure-strip";
import { useBench } from "@/features/bench";
import { measureName } from "@/messages/condition-sentence";
import { laneGround } from "@/ui/charts/lanes";
import type { Ladder } from "./plan-kinds";
import { partWords, stripUnit, trialValue } from "./strip-words";

const ROOM = 1.25;

/** Which values of a measure fall to which rule: what none takes is hatched, the open trial is the dot. */
export function StripView({ plan, currency }: { readonly plan: Ladder; readonly currency: string }) {
  const asked = stripMeasures(plan);
  const [chosen, setChosen] = useState<Measure>();
  const { open, row, offer } = useBench();
  const current = asked.find(({ measure }) => measure === chosen) ?? asked[0];
  if (!current) return null;
  const { measure, unit } = current;
  const parts = measureStrip(plan, measure, unit);
  const shown = stripUnit(measure, unit, currency);
  const last = Math.max(0, ...parts.flatMap(({ low, high }) => [Number(low ?? 0), Number(high ?? 0)]));
  const most = last === 0 ? 1 : last * ROOM;
  const percent = (value: number) => `${Math.min(100, (value / most) * 100)}%`;
  const value = open && row ? trialValue(open.after, offer, measure, unit) : undefined;
  return (
    <figure
      aria-label={`What falls to which rule, by ${measureName(measure)}`}
      className="mt-2 max-w-[620px]"
    >
      <figcaption className="mb-1 flex items-center gap-1.5 text-soft">
        By
        {asked.length > 1 ? (
          <select
            aria-label="Measure of the strip"
            className="control h-7 px-1"
            value={measure}
            onChange={(event) => setChosen(event.target.value as Measure)}
          >
            {asked.map((one) => (
              <option key={one.measure} value={one.measure}>
                {measureName(one.measure)}
              </option>
            ))}
          </select>
        ) : (
          <span>{measureName(measure)}</span>
        )}
        {shown !== "" && <span>in {shown}</span>}
      </figcaption>
      <div className="relative h-[58px]">
        {parts.map((part, i) => (
          <Part
            key={i}
            part={part}
            left={percent(Number(part.low ?? 0))}
            right={percent(Number(part.high ?? most))}
          />
        ))}
        {borders(parts).map(({ low, lowIn, isPoint }) => (
          <span
            key={low}
            className="narrow absolute top-[21px] -translate-x-1/2 text-xs"
            style={{ left: percent(Number(low)) }}
            title={lowIn ? `${low} itself belongs to the right` : `${low} itself belongs to the left`}
          >
            {isPoint ? `= ${low}` : lowIn ? `< ${low}` : `≤ ${low}`}
          </span>
        ))}
        <span className="narrow absolute top-[21px] left-0 text-xs">0</span>
        {value !== undefined && (
          <>
            <span
              aria-hidden
              className="absolute top-[3px] size-[12px] -translate-x-1/2 rounded-full border-2 border-ink bg-sign"
              style={{ left: percent(value) }}
            />
            <span
              className="narrow absolute top-[38px] text-xs whitespace-nowrap"
              style={value > most * 0.7 ? { right: 0 } : { left: percent(value) }}
            >
              {value} {shown}, the open trial
            </span>
          </>
        )}
      </div>
      <ul className="sr-only">
        {parts.map((part, i) => (
          <li key={i}>{partWords(part, shown)}</li>
        ))}
      </ul>
    </figure>
  );
}

function Part({
  part,
  left,
  right,
}: {
  readonly part: StripPart;
  readonly left: string;
  readonly right: string;
}) {
  const [first] = part.rules;
  const isPoint = part.low !== undefined && part.low === part.high;
  const label =
    part.rules.length === 0
      ? part.isTaken
        ? "otherwise"
        : "nothing: no offer"
      : `${part.rules.length === 1 ? "rule" : "rules"} ${part.rules.map((rule) => rule + 1).join(part.isSure ? ", " : " or ")}`;
  return (
    <span
      aria-hidden
      title={partWords(part, "")}
      className={`absolute top-0 h-[18px] overflow-hidden border-r border-sheet px-1 text-center text-xs leading-[18px] whitespace-nowrap ${
        first === undefined ? (part.isTaken ? "hatch" : "hatch-loss font-semibold text-loss") : "text-ink"
      }`}
      style={{
        left,
        width: isPoint ? "3px" : `calc(${right} - ${left})`,
        ...(first === undefined ? {} : laneGround(first)),
      }}
    >
      {isPoint ? "" : label}
      {!part.isTaken && first !== undefined && " or none"}
    </span>
  );
}

/** Where one stretch ends and the next begins, each value once, with what lies to its left: under it, up to it, or itself alone. */
function borders(parts: readonly StripPart[]) {
  return parts.slice(1).flatMap(({ low, lowIn, high }, i) => {
    const before = parts[i];
    // behind a single value there is no second border
    if (low === undefined || (before?.low === low && before.high === low)) return [];
    return [{ low, lowIn, isPoint: low === high }];
  });
}
