"use client";

import { useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { matchColumns, type TableField } from "@/tabular/match-columns";
import { useDraft, type EditFailure } from "@/features/draft";
import { Button } from "@/ui/parts/button";
import { FileDrop } from "./file-drop";
import { RefusedFile } from "./file-rows";
import {
  below,
  firstReading,
  plainFigures,
  possibleHeads,
  recallReading,
  rememberReading,
  type DecimalSign,
  type HowToRead,
} from "./how-to-read";
import { countVerdicts, verdictsOf, type Verdict, type RowVerdict } from "./verdict";
import { VerdictTable } from "./verdict-table";
import { readFile, type FromJson, type FromXml, type ReadFile } from "./import-file";
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
  /** Reads a document of an open standard. */
  readonly fromXml?: FromXml;
  /** Whether what is stored is an edit of the setup, which undo takes back. */
  readonly isEdit?: boolean;
  /** More to settle before rows are taken; shown under the columns. */
  readonly step?: (rows: readonly RowVerdict<T>[]) => ReactNode;
}

/**
 * Imports rows of a file: choose it, settle how it is read, see each row as it will be stored, then import; nothing is
 * stored before. What is refused can be taken home as a file.
 */
export function ImportPanel<T>({
  what,
  fields,
  read,
  onTake,
  onClose,
  fromJson,
  fromXml,
  isEdit = true,
  step,
}: Props<T>) {
  const { tell } = useDraft();
  const [file, setFile] = useState<ReadFile>();
  const [reading, setReading] = useState<HowToRead>(unread);
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const open = async (picked: File) => {
    const result = await readFile(picked, { fromJson, fromXml });
    if ("trouble" in result) return setTrouble(`${picked.name}: ${result.trouble}`);
    setTrouble(undefined);
    setFile(result);
    setReading(firstReading(result.table, fields, (head) => recallReading(what, head)));
  };
  const table = useMemo(() => file && below(file.table, reading.head), [file, reading.head]);
  const panel = useRef<HTMLElement>(null);
  useEffect(() => intoView(panel.current), [file]);
  const verdicts = useMemo(
    () =>
      table
        ? verdictsOf(table, reading.columns, (cells) => read(plainFigures(cells, fields, reading.sign)))
        : [],
    [table, reading, fields, read],
  );
  const missing = fields.filter((field) => field.needed && !reading.columns.has(field.key));
  const take = async () => {
    const values = verdicts.flatMap(({ verdict }) => (verdict.kind === "taken" ? [verdict.value] : []));
    setBusy(true);
    const answer = await onTake(values);
    setBusy(false);
    if (!answer.ok) return setTrouble(answer.text);
    if (table) rememberReading(what, table.head, reading);
    tell(`${values.length} ${what} imported`, isEdit);
    onClose();
  };
  return (
    <section
      ref={panel}
      aria-label={`Import ${what}`}
      className="sheet mb-3 scroll-mt-[76px] scroll-mb-20 px-3 py-2.5"
    >
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2>Import {what}</h2>
        <FileDrop
          file={file && { name: file.name, how: file.how }}
          {...(fromJson || fromXml ? { also: fromXml ? ".json,.xml" : ".json" } : {})}
          hint="CSV or XLSX with a header row; commas, semicolons or tabs; decimal comma or point"
          onFile={(picked) => void open(picked)}
        />
        <Button kind="quiet" className="ml-auto" onClick={onClose}>
          Close
        </Button>
      </div>
      <Trouble text={trouble} />
      {file && table && (
        <>
          <ReadingChoices file={file} fields={fields} reading={reading} onRead={setReading} />
          <ColumnChoices
            head={table.head}
            fields={fields}
            chosen={reading.columns}
            onChoose={(columns) => setReading({ ...reading, columns })}
          />
          {step?.(verdicts)}
          {missing.length > 0 ? (
            <p className="my-2 text-loss">
              Choose the column for {missing.map((field) => field.name).join(", ")}.
            </p>
          ) : (
            <Preview
              name={file.name}
              head={table.head}
              verdicts={verdicts}
              fields={fields}
              busy={busy}
              onTake={() => void take()}
            />
          )}
        </>
      )}
    </section>
  );
}

/** A panel that opens below what is seen comes into view, also when a file makes it taller. */
function intoView(panel: HTMLElement | null) {
  panel?.scrollIntoView({ block: "nearest" });
}

const unread: HowToRead = { head: 0, columns: new Map(), sign: "," };

/** The head's line, and the decimal sign where there are figures. */
function ReadingChoices({
  file,
  fields,
  reading,
  onRead,
}: {
  readonly file: ReadFile;
  readonly fields: readonly TableField[];
  readonly reading: HowToRead;
  readonly onRead: (reading: HowToRead) => void;
}) {
  const chooseHead = (head: number) =>
    onRead({ ...reading, head, columns: matchColumns(below(file.table, head).head, fields) });
  return (
    <div className="mb-1.5 flex flex-wrap gap-x-4 gap-y-1.5">
      <label className="flex min-h-6 items-center gap-1.5">
        <span className="text-soft">Header row</span>
        <select
          className="control h-7 max-w-[28rem] px-1"
          value={reading.head}
          onChange={(event) => chooseHead(Number(event.target.value))}
        >
          {possibleHeads(file.table).map(({ at, words }) => (
            <option key={at} value={at}>
              {words}
            </option>
          ))}
        </select>
      </label>
      {fields.some((field) => field.isFigure) && (
        <label className="flex min-h-6 items-center gap-1.5">
          <span className="text-soft">Decimal sign</span>
          <select
            className="control h-7 px-1"
            value={reading.sign}
            onChange={(event) => onRead({ ...reading, sign: event.target.value as DecimalSign })}
          >
            <option value=",">comma: 1,000 is one</option>
            <option value=".">point: 1,000 is a thousand</option>
          </select>
        </label>
      )}
    </div>
  );
}

/** What becomes of the rows, and the button that does it. */
function Preview({
  name,
  head,
  verdicts,
  fields,
  busy,
  onTake,
}: {
  readonly name: string;
  readonly head: readonly string[];
  readonly verdicts: readonly RowVerdict<unknown>[];
  readonly fields: readonly TableField[];
  readonly busy: boolean;
  readonly onTake: () => void;
}) {
  const counts = countVerdicts(verdicts);
  return (
    <>
      <p className="my-2 flex flex-wrap items-center gap-x-3" aria-live="polite">
        <span>
          {" "}
          <b>{counts.taken}</b> to import{counts.mended > 0 && <>, {counts.mended} of them with a note</>} ·{" "}
          {counts.same} unchanged · <b className={counts.refused > 0 ? "text-loss" : ""}>{counts.refused}</b>{" "}
          refused
        </span>
        <RefusedFile fileName={name} head={head} rows={refusedRows(verdicts)} />
      </p>
      <VerdictTable verdicts={verdicts} fields={fields} />
      <div className="mt-2 flex items-center gap-3">
        <Button kind="main" disabled={busy || counts.taken === 0} onClick={onTake}>
          Import {counts.taken}
        </Button>
        {busy && <span aria-live="polite">Storing…</span>}
      </div>
    </>
  );
}

function refusedRows(verdicts: readonly RowVerdict<unknown>[]) {
  return verdicts.flatMap(({ row, line, verdict }) =>
    verdict.kind === "refused" ? [{ cells: row, line, why: verdict.why }] : [],
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
        <label key={field.key} className="flex min-h-6 items-center gap-1.5">
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
