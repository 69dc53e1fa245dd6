import { lineOf, placeOfLine, type RateRecord, type RowFault } from "@/core/tariff-files/rate-record";
import { recordReader } from "@/core/tariff-files/read-records";
import { readTables } from "@/core/tariff-files/read-tables";
import { guessPlan } from "@/core/tariff-files/guess-plan";
import { rowVerdicts, type JudgedRow } from "@/core/tariff-files/row-verdict";
import type { FileAnswer, FileTask, Reading, ReadRequest, ReadRow } from "@/core/tariff-files/thread";
import { countryOf } from "./country-lookup";
import { openTable } from "@/tabular/open-table";
import type { FileProblem, TableFile } from "@/tabular/table-file";

/** Rows a page shows. */
const MOST_SHOWN = 500;
const PROGRESS_EVERY = 10_000;

type Say = (answer: FileAnswer<FileProblem>) => void;

/** The file a page has open: opened once, gone through anew whenever the plan changes, its rows never kept as they are. */
export class TariffFile {
  #file: TableFile | undefined;
  #read: { key: string; records: RateRecord[]; faults: RowFault[] } | undefined;

  constructor(private readonly say: Say) {}

  do(task: FileTask): void {
    if (task.kind === "open") this.#open(task.bytes);
    else if (this.#file)
      this.say({ kind: "read", id: task.id, reading: this.#reading(this.#file, task.id, task.request) });
  }

  #open(bytes: Uint8Array): void {
    this.#read = undefined;
    const file = openTable(bytes);
    if ("problem" in file) return this.say({ kind: "problem", problem: file.problem });
    this.#file = file;
    const sheets = file.sheets.map((sheet) => ({ ...sheet, guess: guessPlan(sheet.first) }));
    this.say({ kind: "opened", sheets, how: file.how });
  }

  #reading(file: TableFile, id: number, request: ReadRequest): Reading {
    const { records, faults } = this.#records(file, id, request);
    const { plan, targets, factor, ...rest } = request;
    const read = readTables(records, {
      boundary: plan.boundary,
      chart: rest.chart,
      addZones: rest.addZones,
      choices: rest.choices,
      ...(factor === undefined ? {} : { factor }),
    });
    const all = [...faults, ...read.faults];
    const refused = new Map(all.map((fault) => [fault.line, fault]));
    const verdicts = read.tariffs
      .flatMap(({ name, built }) => rowVerdicts(built, targets[name]))
      .filter(({ line }) => !refused.has(line));
    const rows = this.#rows(file, request, [...refused.values()], verdicts);
    return {
      tariffs: read.tariffs.map(({ name, built }) => ({
        name,
        table: built.table,
        seams: built.seams,
        rates: built.cells.filter(({ record }) => record.price !== null).length,
      })),
      added: read.added,
      counts: { ...counted(verdicts), refused: refused.size },
      rows: rows.slice(0, MOST_SHOWN),
      refused: rows.filter(({ verdict }) => verdict === "refused"),
      edges: edgesIn(records),
    };
  }

  /** The file's records, read anew only when they are to be read otherwise. */
  #records(file: TableFile, id: number, { plan, sheets }: ReadRequest) {
    const key = JSON.stringify([plan, sheets]);
    if (this.#read?.key === key) return this.#read;
    const of = sheets.reduce((sum, sheet) => sum + (file.sheets[sheet]?.rows ?? 0), 0);
    const [records, faults]: [RateRecord[], RowFault[]] = [[], []];
    let rows = 0;
    for (const sheet of sheets) {
      const named = sheets.length > 1 ? (file.sheets[sheet]?.name ?? "") : "";
      let read: ReturnType<typeof recordReader> | undefined;
      file.scan(sheet, plan.decimal, (cells, line) => {
        rows += 1;
        if (rows % PROGRESS_EVERY === 0) this.say({ kind: "progress", id, rows, of });
        if (line === plan.headLine) read = recordReader(plan, cells, countryOf);
        if (line <= plan.headLine) return;
        read ??= recordReader(plan, [], countryOf);
        const answer = read(cells, lineOf(sheet, line));
        if ("code" in answer) faults.push(answer);
        else
          for (const record of answer)
            records.push(record.tariff === "" && named !== "" ? { ...record, tariff: named } : record);
      });
    }
    this.#read = { key, records, faults };
    return this.#read;
  }

  /** The rows to be shown and given out, with their cells: refused ones first, then what changes, what is new, what is the same. */
  #rows(
    file: TableFile,
    request: ReadRequest,
    refused: readonly RowFault[],
    verdicts: readonly JudgedRow[],
  ): ReadRow[] {
    const rank = { changed: 0, new: 1, same: 2 } as const;
    const shown = [...verdicts]
      .sort((a, b) => rank[a.verdict] - rank[b.verdict] || a.line - b.line)
      .slice(0, MOST_SHOWN);
    const wanted = new Map<number, Omit<ReadRow, "cells">>();
    for (const fault of [...refused].sort((a, b) => a.line - b.line))
      wanted.set(fault.line, { ...placeOfLine(fault.line), verdict: "refused", fault });
    for (const { line, ...verdict } of shown) wanted.set(line, { ...placeOfLine(line), ...verdict });
    const cells = new Map<number, readonly string[]>();
    for (const sheet of request.sheets)
      file.scan(sheet, request.plan.decimal, (row, line) => {
        const key = lineOf(sheet, line);
        if (wanted.has(key)) cells.set(key, [...row]);
      });
    return [...wanted].map(([key, row]) => ({ ...row, cells: cells.get(key) ?? [] }));
  }
}

function counted(verdicts: readonly JudgedRow[]): Record<JudgedRow["verdict"], number> {
  const counts = { new: 0, changed: 0, same: 0 };
  for (const { verdict } of verdicts) counts[verdict] += 1;
  return counts;
}

/** Every edge of the file once. */
function edgesIn(records: readonly RateRecord[]): string[] {
  const edges = new Set<string>();
  for (const { from, to } of records) {
    if (from !== undefined) edges.add(from);
    if (typeof to === "string") edges.add(to);
    if (edges.size > 1000) break;
  }
  return [...edges];
}
