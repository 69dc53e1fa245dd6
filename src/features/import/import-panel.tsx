"use client";

import { useMemo, useState, type ReactNode } from "react";
import { matchColumns, type TableField } from "@/tabular/match-columns";
import type { EditFailure } from "@/features/draft";
import { Button } from "@/ui/parts/button";
import { FileLink, TABLE_FILES } from "@/ui/parts/file-link";
import { countVerdicts, verdictsOf, type Verdict, type RowVerdict } from "./verdict";
import { VerdictTable } from "./verdict-table";
import { readFile, type FromJson, type ReadFile } from "./import-file";
import { Trouble } from "@/ui/parts/trouble";

interface Props<T> {
  /** "zone entries": what the rows are. */
  readonly what: string;
  readonly fields: readonly TableField[];
  readonly read: (cells: Readonly<Record<string, string>>) => Verdict<T>;
  readonly onTake: (values: readonly T[]) => Promise<{ readonly ok: true } | EditFailure>;
  readonly onClose: () => void;
  /** Reads JSON that is given out of the same place. */
  readonly fromJson?: FromJson;
  /** More to settle before rows are taken; shown under the columns. */
  readonly step?: (rows: readonly RowVerdict<T>[]) => ReactNode;
}

/** Takes rows from a file: choose it, match its columns, see each row's verdict, then take them in; nothing is stored before. */
export function ImportPanel<T>({ what, fields, read, onTake, onClose, fromJson, step }: Props<T>) {
  const [file, setFile] = useState<ReadFile>();
  const [chosen, setChosen] = useState<ReadonlyMap<string, number>>(new Map());
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const open = async (picked: File) => {
    const result = await readFile(picked, fromJson);
    if ("trouble" in result) return setTrouble(`${picked.name}: ${result.trouble}`);
    setTrouble(undefined);
    setFile(result);
    setChosen(matchColumns(result.table.head, fields));
  };
  const verdicts = useMemo(() => (file ? verdictsOf(file.table, chosen, read) : []), [file, chosen, read]);
  const counts = countVerdicts(verdicts);
  const missing = fields.filter((field) => field.needed && !chosen.has(field.key));
  const take = async () => {
    setBusy(true);
    const answer = await onTake(
      verdicts.flatMap(({ verdict }) => (verdict.kind === "taken" ? [verdict.value] : [])),
    );
    setBusy(false);
    if (answer.ok) onClose();
    else setTrouble(answer.text);
  };
  return (
    <section aria-label={`Take in ${what}`} className="sheet mb-3 px-3 py-2.5">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2>Take in {what}</h2>
        <FileLink
          words={file ? "Another file" : "Choose a file"}
          accept={fromJson ? `${TABLE_FILES},.json` : TABLE_FILES}
          onFile={(picked) => void open(picked)}
        />
        <span className="text-soft">
          {file
            ? `${file.name}: ${file.how}`
            : "CSV or XLSX with a head; commas, semicolons or tabs; decimal comma or point"}
        </span>
        <Button kind="quiet" className="ml-auto" onClick={onClose}>
          Close
        </Button>
      </div>
      <Trouble text={trouble} />
      {file && (
        <>
          <ColumnChoices head={file.table.head} fields={fields} chosen={chosen} onChoose={setChosen} />
          {step?.(verdicts)}
          {missing.length > 0 ? (
            <p className="my-2 text-loss">
              Choose the column for {missing.map((field) => field.name).join(", ")}.
            </p>
          ) : (
            <>
              <p className="my-2" aria-live="polite">
                <b>{counts.taken}</b> to take in{counts.mended > 0 && <>, {counts.mended} of them mended</>} ·{" "}
                {counts.same} there already ·{" "}
                <b className={counts.refused > 0 ? "text-loss" : ""}>{counts.refused}</b> left out
              </p>
              <VerdictTable verdicts={verdicts} fields={fields} />
              <div className="mt-2 flex items-center gap-3">
                <Button kind="main" disabled={busy || counts.taken === 0} onClick={() => void take()}>
                  Take in {counts.taken}
                </Button>
                {busy && <span aria-live="polite">Storing…</span>}
              </div>
            </>
          )}
        </>
      )}
    </section>
  );
}

function ColumnChoices({
  head,
  fields,
  chosen,
  onChoose,
}: {
  readonly head: readonly string[];
  readonly fields: readonly TableField[];
  readonly chosen: ReadonlyMap<string, number>;
  readonly onChoose: (chosen: ReadonlyMap<string, number>) => void;
}) {
  const choose = (key: string, text: string) => {
    const next = new Map(chosen);
    if (text === "") next.delete(key);
    else next.set(key, Number(text));
    onChoose(next);
  };
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-1.5">
      {fields.map((field) => (
        <label key={field.key} className="flex items-center gap-1.5">
          <span className="text-soft">{field.name} is in</span>
          <select
            className="control h-7 px-1"
            value={chosen.get(field.key) ?? ""}
            onChange={(event) => choose(field.key, event.target.value)}
          >
            <option value="">{field.needed ? "choose" : "no column"}</option>
            {head.map((name, i) => (
              <option key={i} value={i}>
                {name === "" ? `column ${i + 1}` : name}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}
