"use client";

import { useMemo, useState } from "react";
import type { Json } from "@/core/setup/path";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { roomUnder, suggestEdges } from "@/core/tariffs/suggest-edges";
import { setEdges } from "@/core/tariffs/edit-breaks";
import { useDraft } from "@/features/draft";
import { count as counted } from "@/messages/figures";
import { edgeUnit } from "./tariff-words";
import { Trouble } from "@/ui/parts/trouble";

/** A shipment of the last year: its zone here, and its measure in the tariff's unit (for drawing and suggesting only). */
export interface Shipped {
  readonly zone: string;
  readonly value: number;
}

interface Props {
  readonly tariff: Tariff;
  readonly edition: Edition;
  readonly path: string;
  readonly shipped: readonly Shipped[];
}

const STEPS = ["0.01", "0.1", "0.5", "1", "5", "10", "50", "100"] as const;

/** Breaks that would fit what was shipped: edges close above where shipments lie. */
export function ShippedPanel({ tariff, edition, path, shipped }: Props) {
  const { commit, mayEdit } = useDraft();
  const [count, setCount] = useState(edition.breaks.filter(({ edge }) => edge !== null).length);
  const [step, setStep] = useState("");
  const [open, setOpen] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const values = useMemo(() => shipped.map(({ value }) => value), [shipped]);
  const size = step === "" ? usualStep(values) : step;
  const suggested = useMemo(
    () => (open ? suggestEdges(values, count, Number(size)) : undefined),
    [open, values, count, size],
  );
  if (shipped.length === 0 || tariff.boundary !== "upTo") return null;
  const unit = edgeUnit(tariff);
  const edges = edition.breaks.flatMap(({ edge }) => (edge === null ? [] : [Number(edge)]));
  const put = async (edges: readonly string[]) => {
    const next = setEdges(edition, edges);
    const answer = await commit([{ path, from: edition as Json, to: next as Json }]);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  return (
    <section aria-label="Breaks that fit" className="sheet px-2.5 py-2">
      <button type="button" className="link" aria-expanded={open} onClick={() => setOpen(!open)}>
        Which breaks would fit {counted(shipped.length, "shipment")}?
      </button>
      {suggested && (
        <>
          <p className="mt-1 flex flex-wrap items-center gap-1.5">
            <input
              aria-label="How many breaks"
              type="number"
              min={1}
              max={20}
              className="control h-7 w-14 px-1.5"
              value={count}
              onChange={(event) => setCount(Math.min(20, Math.max(1, Number(event.target.value) || 1)))}
            />
            breaks at multiples of
            <select
              aria-label="Multiples of"
              className="control h-7 px-1"
              value={size}
              onChange={(event) => setStep(event.target.value)}
            >
              {STEPS.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
            {unit}
          </p>
          <p className="mt-1">
            Up to <b>{suggested.edges.join(", ")}</b> {unit}.
          </p>
          <p className="text-soft">
            Between each shipment and the edge over it then lie {perShipment(suggested.room, values.length)}{" "}
            {unit} on average, now {perShipment(roomUnder(values, edges), values.length)}.
          </p>
          {mayEdit && (
            <button type="button" className="link" onClick={() => void put(suggested.edges)}>
              Set these edges
            </button>
          )}
          <Trouble text={trouble} />
        </>
      )}
    </section>
  );
}

function usualStep(values: readonly number[]): string {
  const most = Math.max(...values);
  return STEPS.find((step) => most / Number(step) <= 400) ?? "100";
}

function perShipment(room: number, count: number): string {
  return (room / Math.max(1, count)).toFixed(2);
}
