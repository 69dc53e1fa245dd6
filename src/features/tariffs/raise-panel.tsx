"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { RaisedCell } from "@/core/tariffs/raise-rates";
import { useDraft } from "@/features/draft";
import { PickManyField } from "@/ui/fields/pick-many-field";
import { Button } from "@/ui/parts/button";
import { boundaryWords } from "./tariff-words";
import { useRaise } from "./use-raise";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly tariff: Tariff;
  readonly edition: Edition;
  readonly onClose: () => void;
}

const MOST_SHOWN = 60;
const control = "control h-7 px-1.5";

/** Rates raised by a percentage or an amount, rounded, here or in an edition of their own: seen before it is done. */
export function RaisePanel({ tariff, edition, onClose }: Props) {
  const { commit } = useDraft();
  const router = useRouter();
  const raise = useRaise(tariff, edition);
  const { typed, set, wrong, outcome } = raise;
  const [trouble, setTrouble] = useState<string>();
  const apply = async () => {
    if (!outcome) return;
    const answer = await commit(outcome.changes);
    if (!answer.ok) return setTrouble(answer.text);
    onClose();
    if (typed.fresh)
      router.push(`/tariffs/${encodeURIComponent(tariff.code)}?edition=${encodeURIComponent(typed.label)}`);
  };
  return (
    <section aria-label="Raise rates" className="sheet mt-3 px-3 py-2.5">
      <AmountLine raise={raise} currency={tariff.currency} />
      <IntoLine raise={raise} label={edition.label} />
      <div className="mt-1.5">
        <PickManyField
          label="Only zones"
          chosen={typed.zones}
          options={edition.rows.map((row) => ({ value: row.zone, name: row.zone }))}
          none="all of them"
          onCommit={(zones) => {
            set({ zones });
            return Promise.resolve({ ok: true });
          }}
        />
        <PickManyField
          label="Only breaks"
          chosen={typed.breaks.map(String)}
          options={edition.breaks.map((entry, i) => ({ value: String(i), name: entry.edge ?? "above" }))}
          none="all of them"
          onCommit={(breaks) => {
            set({ breaks: breaks.map(Number) });
            return Promise.resolve({ ok: true });
          }}
        />
      </div>
      {outcome && <Preview cells={outcome.cells} tariff={tariff} edition={edition} />}
      {wrong !== undefined && typed.by !== "" && <p className="text-loss">{wrong}</p>}
      <Trouble text={trouble} />
      <div className="mt-2 flex gap-2">
        <Button kind="main" disabled={!outcome || outcome.changes.length === 0} onClick={() => void apply()}>
          {typed.fresh ? `Make edition ${typed.label}` : "Raise them"}
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </section>
  );
}

type Raise = ReturnType<typeof useRaise>;

/** By how much, and to which step. */
function AmountLine({
  raise: { typed, set },
  currency,
}: {
  readonly raise: Raise;
  readonly currency: string;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
      <h2>Raise rates</h2>
      <label>
        by{" "}
        <input
          aria-label="By"
          className={`${control} w-20 text-right`}
          value={typed.by}
          autoFocus
          onChange={(event) => set({ by: event.target.value })}
        />
      </label>
      <select
        aria-label="Percent or amount"
        className={control}
        value={typed.way}
        onChange={(event) => set({ way: event.target.value === "amount" ? "amount" : "percent" })}
      >
        <option value="percent">%</option>
        <option value="amount">{currency}</option>
      </select>
      <label>
        rounded to{" "}
        <input
          aria-label="Rounded to"
          className={`${control} w-16 text-right`}
          value={typed.step}
          placeholder="exact"
          onChange={(event) => set({ step: event.target.value })}
        />
      </label>
      <select
        aria-label="Which step"
        className={control}
        value={typed.mode}
        onChange={(event) => set({ mode: event.target.value === "up" ? "up" : "nearest" })}
      >
        <option value="nearest">the nearest</option>
        <option value="up">the next up</option>
      </select>
      <label className="flex min-h-6 items-center gap-1.5">
        <input
          type="checkbox"
          checked={typed.bounds}
          onChange={(event) => set({ bounds: event.target.checked })}
        />
        minimum and maximum too
      </label>
    </div>
  );
}

/** Where the raised rates go. */
function IntoLine({
  raise: { typed, set, outcome },
  label,
}: {
  readonly raise: Raise;
  readonly label: string;
}) {
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1.5">
      <select
        aria-label="Into"
        className={control}
        value={typed.fresh ? "new" : "here"}
        onChange={(event) => set({ fresh: event.target.value === "new" })}
      >
        <option value="new">into a new edition</option>
        <option value="here">in this edition</option>
      </select>
      {typed.fresh && (
        <>
          <label>
            called{" "}
            <input
              className={`${control} w-24`}
              value={typed.label}
              onChange={(event) => set({ label: event.target.value })}
            />
          </label>
          <label>
            from{" "}
            <input
              className={`${control} w-28`}
              value={typed.from}
              onChange={(event) => set({ from: event.target.value })}
            />
          </label>
          {outcome?.ends !== undefined && (
            <span className="text-soft">
              {label} then ends on {outcome.ends}
            </span>
          )}
        </>
      )}
    </div>
  );
}

/** The first of the raised cells, old and new. */
function Preview({
  cells,
  tariff,
  edition,
}: {
  readonly cells: readonly RaisedCell[];
  readonly tariff: Tariff;
  readonly edition: Edition;
}) {
  const place = (cell: RaisedCell) => {
    if (cell.bound) return cell.bound === "minimum" ? "at least" : "at most";
    return edition.breaks[cell.break ?? 0]?.edge ?? "above";
  };
  return (
    <div className="my-2" role="status">
      <p>
        <b>{cells.length}</b> {cells.length === 1 ? "figure changes" : "figures change"}
        {cells.length > MOST_SHOWN && `, the first ${MOST_SHOWN}`}
        <span className="text-soft">
          {" "}
          · {tariff.currency}, zone · break: {boundaryWords(tariff)}
        </span>
      </p>
      <ul className="narrow max-h-[150px] columns-4 gap-4 overflow-auto">
        {cells.slice(0, MOST_SHOWN).map((cell, i) => (
          <li key={i} className="flex break-inside-avoid justify-between gap-2">
            <span className="text-soft">
              {cell.zone} · {place(cell)}
            </span>
            <span>
              {cell.before} → <b>{cell.after}</b>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
