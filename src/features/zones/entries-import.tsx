"use client";

import { useMemo } from "react";
import type { ZoneChart, ZoneEntry } from "@/core/setup/zone-chart";
import { useDraft } from "@/features/draft";
import { ImportPanel } from "@/features/import";
import { entryVerdict, entryFields, importChanges } from "./entry-import";

/** Entries from a file. The chart is only gone through for it while the file is at hand. */
export function EntriesImport({
  chart,
  path,
  onClose,
}: {
  readonly chart: ZoneChart;
  readonly path: string;
  readonly onClose: () => void;
}) {
  const { commit } = useDraft();
  const read = useMemo(() => entryVerdict(chart), [chart]);
  return (
    <ImportPanel<ZoneEntry>
      what="zone entries"
      fields={entryFields}
      read={read}
      onTake={(entries) => commit(importChanges(chart, entries, path))}
      onClose={onClose}
    />
  );
}
