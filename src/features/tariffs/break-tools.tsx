"use client";

import { useState, type FormEvent } from "react";
import type { Json } from "@/core/setup/path";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { insertBreak, mergeBreaks, removeBreak, shiftEdges } from "@/core/tariffs/edit-breaks";
import { useDraft } from "@/features/draft";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { breakOf, edgeUnit, rateMeaning } from "./tariff-words";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly tariff: Tariff;
  readonly edition: Edition;
  /** Of the edition. */
  readonly path: string;
}

/** Puts another table in an edition's place, and tells what was wrong. */
function useTable({ edition, path }: Pick<Props, "edition" | "path">) {
  const { commit } = useDraft();
  const [trouble, setTrouble] = useState<string>();
  const put = async (next: Edition | undefined, otherwise: string) => {
    if (!next) return setTrouble(otherwise);
    const answer = await commit([{ path, from: edition as Json, to: next as Json }]);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  return { put, trouble, setTrouble };
}

/** A break more, at an edge; between two flat rates the new one is drawn on the line between them. */
export function AddBreak({ tariff, edition, path }: Props) {
  const { put, trouble, setTrouble } = useTable({ edition, path });
  const [edge, setEdge] = useState("");
  const add = async (event: FormEvent) => {
    event.preventDefault();
    const typed = plainNumber(edge);
    if (!/^\d+(\.\d+)?$/.test(typed)) return setTrouble("At which edge? A figure of 0 or more.");
    await put(insertBreak(edition, tariff.boundary, typed), `There is a break at ${typed} already.`);
    setEdge("");
  };
  return (
    <form onSubmit={(event) => void add(event)} className="flex flex-wrap items-center gap-1.5">
      <Button type="submit">Add a break</Button>
      <label>
        at{" "}
        <input
          aria-label="Edge of the new break"
          className="control h-8 w-20 px-1.5 text-right"
          inputMode="decimal"
          value={edge}
          onChange={(event) => setEdge(event.target.value)}
        />{" "}
        <span className="text-soft">{edgeUnit(tariff)}</span>
      </label>
      <Trouble text={trouble} />
    </form>
  );
}

/** What can be done to the active break: how it counts, joined with the next, moved, taken out. */
export function BreakPanel({ tariff, edition, path, index }: Props & { readonly index: number }) {
  const { mayEdit } = useDraft();
  const { put, trouble } = useTable({ edition, path });
  const entry = edition.breaks[index];
  if (!mayEdit || !entry) return null;
  const next = edition.breaks[index + 1];
  const without = removeBreak(edition, index);
  return (
    <section aria-label="The active break" className="sheet px-2.5 py-2">
      <h2>The break {breakOf(tariff, edition, index)}</h2>
      <KindFields
        key={`${index} ${entry.rate} ${entry.per ?? ""}`}
        tariff={tariff}
        edition={edition}
        path={path}
        index={index}
      />
      <ShiftForm tariff={tariff} edition={edition} path={path} index={index} />
      <ul className="mt-1">
        {next &&
          (["lower", "upper"] as const).map((keep) => (
            <li key={keep}>
              <button
                type="button"
                className="link text-left"
                onClick={() => void put(mergeBreaks(edition, tariff.boundary, index, keep), "")}
              >
                Join it with the next, at {keep === "lower" ? "its own rates" : "the next one's rates"}
              </button>
            </li>
          ))}
        {without && (
          <li>
            <button type="button" className="link text-left" onClick={() => void put(without, "")}>
              Remove the break
            </button>
          </li>
        )}
      </ul>
      <Trouble text={trouble} />
    </section>
  );
}

type BreakProps = Props & { readonly index: number };

/** How the break's cells count; the figures stay, what they mean changes, and the sentence says so. */
function KindFields({ tariff, edition, path, index }: BreakProps) {
  const { commit } = useDraft();
  const entry = edition.breaks[index];
  const [per, setPer] = useState(entry?.per ?? "1");
  const [trouble, setTrouble] = useState<string>();
  if (!entry) return null;
  const set = async (rate: typeof entry.rate, count: string) => {
    const figure = plainNumber(count);
    if (rate !== "flat" && !(Number(figure) > 0)) return setTrouble("Per how much? A figure above 0.");
    const to = { edge: entry.edge, rate, ...(rate === "flat" ? {} : { per: figure }) };
    if (JSON.stringify(to) === JSON.stringify(entry)) return;
    const answer = await commit([{ path: `${path}/breaks/${index}`, from: entry as Json, to: to as Json }]);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  const others = edition.breaks.flatMap((other, i) => {
    const { rate, per: own } = entry;
    const to = { edge: other.edge, rate, ...(own === undefined ? {} : { per: own }) };
    return i === index || JSON.stringify(to) === JSON.stringify(other)
      ? []
      : [{ path: `${path}/breaks/${i}`, from: other as Json, to: to as Json }];
  });
  const setAll = async () => {
    const answer = await commit(others);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <select
        aria-label="Its rates count"
        className="control h-7 px-1"
        value={entry.rate}
        onChange={(event) => void set(event.target.value as typeof entry.rate, per)}
      >
        <option value="flat">for the shipment</option>
        <option value="perUnit">per unit</option>
        <option value="basePlus">on top, per started unit</option>
      </select>
      {entry.rate !== "flat" && (
        <label>
          of{" "}
          <input
            aria-label="Per how much"
            className="control h-7 w-16 px-1.5 text-right"
            value={per}
            onChange={(event) => setPer(event.target.value)}
            onBlur={() => void set(entry.rate, per)}
            onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          />{" "}
          {edgeUnit(tariff)}
        </label>
      )}
      {others.length > 0 && (
        <button type="button" className="link" onClick={() => void setAll()}>
          The same for all breaks
        </button>
      )}
      <span className="w-full text-soft">
        {entry.rate === "basePlus"
          ? `What the break before gives at its edge, and the cell ${rateMeaning(tariff, entry).replace("more ", "")} above it.`
          : `Each cell is ${tariff.currency} ${rateMeaning(tariff, entry)}.`}
      </span>
      <Trouble text={trouble} />
    </div>
  );
}

/** Moves this edge and those after it; the rates move with them. */
function ShiftForm({ tariff, edition, path, index }: BreakProps) {
  const { put, trouble, setTrouble } = useTable({ edition, path });
  const [by, setBy] = useState("");
  const shift = async (event: FormEvent) => {
    event.preventDefault();
    const figure = plainNumber(by);
    if (!/^-?\d+(\.\d+)?$/.test(figure)) return setTrouble("By how much? A figure like 5 or -0.5.");
    await put(shiftEdges(edition, index, figure), "The edges would cross the one before.");
    setBy("");
  };
  return (
    <form onSubmit={(event) => void shift(event)} className="mt-1 flex flex-wrap items-center gap-1.5">
      <label>
        move it and those after by{" "}
        <input
          aria-label="Move edges by"
          className="control h-7 w-14 px-1.5 text-right"
          value={by}
          onChange={(event) => setBy(event.target.value)}
        />{" "}
        {edgeUnit(tariff)}
      </label>
      <button type="submit" className="link">
        Move
      </button>
      <Trouble text={trouble} />
    </form>
  );
}
