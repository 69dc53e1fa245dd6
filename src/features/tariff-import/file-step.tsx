"use client";

import { FileDrop } from "@/features/import";
import { Button } from "@/ui/parts/button";
import type { OpenFile } from "./use-tariff-file";

interface Props {
  readonly file: OpenFile | undefined;
  readonly sheets: readonly number[];
  readonly onFile: (file: File) => void;
  readonly onSheets: (sheets: readonly number[]) => void;
  /** Whether the way it is read is known from an earlier file. */
  readonly known: boolean;
}

/** The file itself: dropped or chosen, how it was read, and which of its sheets count. */
export function FileStep({ file, sheets, onFile, onSheets, known }: Props) {
  const toggle = (at: number) =>
    onSheets(
      sheets.includes(at) ? sheets.filter((one) => one !== at) : [...sheets, at].sort((a, b) => a - b),
    );
  const [merged, errors] = (["merged", "errors"] as const).map((what) =>
    (file?.sheets ?? []).reduce((sum, sheet) => sum + sheet[what], 0),
  );
  return (
    <section aria-label="The file" className="sheet mb-3 border-dashed px-4 py-3">
      <FileDrop
        file={file}
        hint="CSV or XLSX, a row a rate or zones against weights, in any language's figures"
        onFile={onFile}
      >
        {file && known && <span className="text-soft"> · read as the last file with these heads was</span>}
      </FileDrop>
      {file && file.sheets.length > 1 && (
        <div role="group" aria-label="Sheets" className="mt-2 flex flex-wrap gap-1.5">
          {file.sheets.map((sheet, at) => (
            <Button
              key={sheet.name}
              aria-pressed={sheets.includes(at)}
              className={sheets.includes(at) ? "border-ink! bg-sign! text-on-sign!" : "font-normal!"}
              onClick={() => toggle(at)}
            >
              {sheet.name} <span className="font-normal">{sheet.rows} rows</span>
            </Button>
          ))}
        </div>
      )}
      {(merged ?? 0) > 0 && (
        <p className="mt-1 text-soft">
          {merged} merged {merged === 1 ? "cell" : "cells"}: where one covers several rows, its value holds in
          each.
        </p>
      )}
      {(errors ?? 0) > 0 && (
        <p className="mt-1 text-loss">
          {errors} {errors === 1 ? "formula of it ends" : "formulas of it end"} in an error; rows that need
          them are refused.
        </p>
      )}
    </section>
  );
}
