"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { isDate } from "@/core/calendar/local-date";
import { useDraft } from "@/features/draft";
import { readDate } from "@/ui/date-text";
import { Button } from "@/ui/parts/button";
import { keepPlan } from "./actions";
import { ColumnsStep } from "./columns-step";
import { FileStep } from "./file-step";
import { FrameStep } from "./frame-step";
import { targetTrouble, withTarget } from "./first-plan";
import { importChanges } from "./import-changes";
import {
  shapeOf,
  stem,
  type ChartLook,
  type ImportPlan,
  type KeptPlan,
  type KnownTariff,
} from "./import-plan";
import { OutcomeStep } from "./outcome-step";
import { SeamsStep } from "./seams-step";
import { TargetsStep } from "./targets-step";
import { useImport } from "./use-import";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly tariffs: readonly KnownTariff[];
  readonly charts: readonly ChartLook[];
  readonly currency: string;
  readonly nextYear: string;
  readonly into: { readonly code: string; readonly label: string } | undefined;
}

/** A carrier's file becomes tariffs: how it is read, where it goes, what becomes of each row; stored whole or not at all. */
export function TariffImport(settings: Props) {
  const { tariffs, charts } = settings;
  const { commit, mayEdit } = useDraft();
  const router = useRouter();
  const work = useImport(settings);
  const { file, plan, reading, targets, existing, progress, missing } = work;
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const sheet = file?.sheets[plan?.sheets[0] ?? 0];
  const goes = (kind: string) => Object.values(targets).some((target) => target.kind === kind);
  const wrong =
    plan && (targetTrouble(plan, targets, tariffs) ?? wrongDates(plan, goes("new") || goes("next")));
  const store = async () => {
    if (!plan || !reading || !existing || !sheet) return;
    setBusy(true);
    setTrouble(undefined);
    const dated = { ...plan, targets, frame: { ...plan.frame, from: readDate(plan.frame.from) } };
    const answer = await commit(importChanges(dated, reading, existing, tariffs));
    setBusy(false);
    if (!answer.ok) return setTrouble(answer.text);
    const kept: KeptPlan = { plan: plan.plan, fileUnit: plan.fileUnit };
    void keepPlan({ shape: shapeOf(sheet), plan: JSON.stringify(kept) }).catch(() => undefined);
    const [first] = Object.values(targets).flatMap((target) => (target.kind === "skip" ? [] : [target]));
    const label = first?.kind === "edition" ? first.label : plan.frame.label;
    router.push(
      first ? `/tariffs/${encodeURIComponent(first.code)}?edition=${encodeURIComponent(label)}` : "/tariffs",
    );
  };
  if (!mayEdit) return <p className="sheet px-4 py-3">Your role may look, not change.</p>;
  const count = Object.entries(targets).filter(
    ([name, { kind }]) =>
      kind !== "skip" && reading?.tariffs.some((one) => one.name === name && one.table.rows.length > 0),
  ).length;
  return (
    <>
      <FileStep
        file={file}
        sheets={plan?.sheets ?? []}
        known={work.known}
        onFile={(picked) => {
          setTrouble(undefined);
          void work.open(picked);
        }}
        onSheets={(sheets) => sheets.length > 0 && work.set({ sheets })}
      />
      <Trouble text={work.trouble} />
      {file && plan && sheet && (
        <>
          <ColumnsStep
            sheet={sheet}
            plan={plan.plan}
            onPlan={(next) => work.set({ plan: next, choices: {} })}
          />
          <FrameStep
            plan={plan}
            fileName={file.name}
            charts={charts}
            edges={reading?.edges ?? []}
            makes={goes("new")}
            dates={goes("new") || goes("next")}
            onPlan={work.set}
          />
          {missing !== undefined && <p className="mb-3 text-loss">{missing}</p>}
        </>
      )}
      {progress && progress.of > 0 && (
        <p role="status" className="mb-3">
          <progress value={progress.rows} max={progress.of} /> {progress.rows} of {progress.of} rows
        </p>
      )}
      {file && plan && sheet && reading && (
        <>
          <SeamsStep
            tariffs={reading.tariffs}
            choices={plan.choices}
            unit={plan.fileUnit}
            onChoices={(choices) => work.set({ choices })}
          />
          <TargetsStep
            tariffs={reading.tariffs}
            targets={targets}
            known={tariffs}
            label={plan.frame.label}
            fileName={file.name}
            freshFor={work.freshFor}
            onTarget={(name, target) => work.set(withTarget(plan, targets, name, target, tariffs))}
          />
          <OutcomeStep
            reading={reading}
            head={sheet.first[plan.plan.headLine - 1] ?? []}
            sheetNames={file.sheets.map(({ name }) => name)}
            fileName={stem(file.name)}
          />
          <StoreBar
            count={count}
            refused={reading.counts.refused}
            wrong={wrong}
            trouble={trouble}
            busy={busy}
            reads={progress !== undefined}
            onStore={() => void store()}
          />
        </>
      )}
    </>
  );
}

interface StoreBarProps {
  /** How many tariffs go somewhere. */
  readonly count: number;
  readonly refused: number;
  /** What keeps them from being stored, and what did. */
  readonly wrong: string | undefined;
  readonly trouble: string | undefined;
  readonly busy: boolean;
  readonly reads: boolean;
  readonly onStore: () => void;
}

/** The button that stores it all, beside what keeps it from that. */
function StoreBar({ count, refused, wrong, trouble, busy, reads, onStore }: StoreBarProps) {
  return (
    <>
      {wrong !== undefined && <p className="mb-2 text-loss">{wrong}</p>}
      <Trouble text={trouble} />
      <div className="flex items-center gap-3 pb-6">
        <Button kind="main" disabled={busy || count === 0 || wrong !== undefined || reads} onClick={onStore}>
          Store {count === 1 ? "the tariff" : `${count} tariffs`}
        </Button>
        <span className="text-soft">
          {busy ? "Storing…" : "Either all of it is imported or nothing; Ctrl Z undoes it."}
          {refused > 0 && ` Left out: ${refused}.`}
        </span>
      </div>
    </>
  );
}

function wrongDates({ frame }: ImportPlan, dates: boolean): string | undefined {
  if (dates && frame.label.trim() === "") return "The edition needs a name, like 2027.";
  if (dates && !isDate(readDate(frame.from))) return "The first day is a date like 2027-01-01.";
  return undefined;
}
