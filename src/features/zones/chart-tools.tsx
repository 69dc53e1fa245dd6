"use client";

import dynamic from "next/dynamic";
import { useState } from "react";
import type { Json } from "@/core/setup/path";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { useDraft } from "@/features/draft";
import { downloadTable } from "@/features/import";
import { Button } from "@/ui/parts/button";
import { CopyForm } from "./copy-form";

// reading files is loaded by those who bring one
const EntriesImport = dynamic(() => import("./entries-import").then((parts) => parts.EntriesImport));

/** What is done with a chart as a whole: imported from a file, given out, copied. */
export function useChartTools(chart: ZoneChart, path: string, taken: readonly string[]) {
  const { mayEdit } = useDraft();
  const [open, setOpen] = useState<"import" | "copy">();
  const save = () =>
    void downloadTable(
      `zones-${chart.code}.csv`,
      ["zone", "country", "subdivision", "postcode"],
      chart.entries.map(({ zone, country, subdivision = "", postcode = "" }) => [
        zone ?? "-",
        country,
        subdivision,
        postcode,
      ]),
    );
  const buttons = (
    <>
      {mayEdit && <Button onClick={() => setOpen("import")}>Import</Button>}
      <Button onClick={save}>CSV</Button>
      {mayEdit && <Button onClick={() => setOpen("copy")}>Copy the chart</Button>}
    </>
  );
  const panel =
    open === "import" ? (
      <EntriesImport chart={chart} path={path} onClose={() => setOpen(undefined)} />
    ) : open === "copy" ? (
      <CopyForm
        taken={taken}
        name={`${chart.name}, copy`}
        template={(code, name) => ({ ...chart, code, name }) as unknown as Json}
        onClose={() => setOpen(undefined)}
      />
    ) : null;
  return { buttons, panel };
}
