"use client";

import { useEffect, useMemo, useState } from "react";
import { ImportPanel, type RowVerdict } from "@/features/import";
import { sent } from "@/features/submit";
import { findNumbers, importArrivals } from "./actions";
import { arrivalFields, arrivalVerdict, type ArrivalRow, type Numbers } from "./arrival-rows";

/** The days shipments arrived, in from a carrier's file; numbers are looked up while the rows are looked at. */
export function ArrivalsImport({ today, onClose }: { readonly today: string; readonly onClose: () => void }) {
  const [numbers, setNumbers] = useState<Numbers>(new Map());
  const read = useMemo(() => arrivalVerdict(numbers, today), [numbers, today]);
  return (
    <ImportPanel<ArrivalRow>
      what="arrivals"
      fields={arrivalFields}
      read={read}
      isEdit={false}
      onTake={(rows) => sent(importArrivals([...rows]))}
      onClose={onClose}
      step={(rows) => <LookUp rows={rows} numbers={numbers} onNumbers={setNumbers} />}
    />
  );
}

/** Asks for the numbers that were not looked up yet; says so while it does. */
function LookUp({
  rows,
  numbers,
  onNumbers,
}: {
  readonly rows: readonly RowVerdict<ArrivalRow>[];
  readonly numbers: Numbers;
  readonly onNumbers: (numbers: Numbers) => void;
}) {
  const [trouble, setTrouble] = useState<string>();
  const unknown = useMemo(
    () => [
      ...new Set(
        rows.flatMap(({ cells }) => {
          const number = (cells.number ?? "").trim();
          return number === "" || numbers.has(number) ? [] : [number];
        }),
      ),
    ],
    [rows, numbers],
  );
  useEffect(() => {
    if (unknown.length === 0) return;
    let isOff = false;
    void sent(findNumbers(unknown)).then((answer) => {
      if (isOff) return;
      if (!answer.ok) return setTrouble(answer.text);
      const found = new Map(answer.value.map(({ number, ...known }) => [number, known]));
      onNumbers(
        new Map([...numbers, ...unknown.map((number) => [number, found.get(number) ?? null] as const)]),
      );
    });
    return () => {
      isOff = true;
    };
  }, [unknown, numbers, onNumbers]);
  if (trouble !== undefined) return <p className="my-1.5 text-loss">{trouble}</p>;
  return unknown.length === 0 ? null : (
    <p role="status" className="my-1.5 text-soft">
      Looking up {unknown.length === 1 ? "1 number" : `${unknown.length} numbers`}…
    </p>
  );
}
