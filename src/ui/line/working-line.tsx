"use client";

import { useId, useState, type ReactNode } from "react";
import { classNames } from "../class-names";

/** A station of a figure's way: the figure, what it is, and the steps behind it. */
export interface WorkingStation {
  readonly key: string;
  readonly figure: string;
  readonly caption: string;
  readonly steps: readonly { readonly key: string; readonly text: ReactNode }[];
}

interface Props {
  readonly title: string;
  /** What it is called where another of the same title stands beside it. */
  readonly label?: string | undefined;
  readonly aside: ReactNode;
  readonly stations: readonly WorkingStation[];
}

/** How a figure came about, drawn as a line; a station's steps unfold below it, all of them at first. */
export function WorkingLine({ title, label = title, aside, stations }: Props) {
  const [open, setOpen] = useState<string>();
  const panel = useId();
  const shown = stations.filter((station) => open === undefined || station.key === open);
  return (
    <section aria-label={label} className="sheet px-3 pt-2.5 pb-3">
      <div className="mb-2 flex justify-between gap-3">
        <h2>{title}</h2>
        <span className="narrow text-soft">{aside}</span>
      </div>
      <ol className="flex overflow-x-auto pt-1">
        {stations.map((station, index) => (
          <li key={station.key} className="relative min-w-[80px] flex-1">
            {index > 0 && <span aria-hidden className="absolute top-[9px] left-0 h-[3px] w-1/2 bg-ink" />}
            {index < stations.length - 1 && (
              <span aria-hidden className="absolute top-[9px] right-0 h-[3px] w-1/2 bg-ink" />
            )}
            <button
              type="button"
              aria-expanded={open === undefined || open === station.key}
              aria-controls={panel}
              onClick={() => setOpen(open === station.key ? undefined : station.key)}
              className="relative mx-auto block w-full rounded-md -outline-offset-2 px-1 pt-0.5 pb-1 text-center hover:[&>i]:bg-sign"
            >
              <i
                aria-hidden
                className={classNames(
                  "mx-auto block size-[18px] rounded-full border-[3px] border-ink",
                  open === station.key ? "bg-sign" : "bg-sheet",
                )}
              />
              <span className="mt-1 block font-semibold">{station.figure}</span>
              <span className="narrow block text-xs text-soft">{station.caption}</span>
            </button>
          </li>
        ))}
      </ol>
      <ul id={panel} className="mt-2 gap-x-8 lg:columns-2">
        {shown.flatMap((station) =>
          station.steps.map((step) => (
            <li key={`${station.key} ${step.key}`} className="flex break-inside-avoid gap-2.5 pb-1">
              <span aria-hidden className="mt-[7px] size-[5px] shrink-0 rounded-full bg-ink" />
              <span>{step.text}</span>
            </li>
          )),
        )}
      </ul>
    </section>
  );
}
