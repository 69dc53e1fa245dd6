"use client";

import dynamic from "next/dynamic";
import { useState } from "react";
import type { ItemException } from "@/core/setup/offer";
import type { ItemSetup } from "@/core/checks/what-applies";
import { useDraft } from "@/features/draft";
import { downloadTable } from "@/features/import";

// reading files is loaded by those who bring one
const ExceptionsImport = dynamic(() => import("./exceptions-import").then((parts) => parts.ExceptionsImport));

interface Props {
  readonly exceptions: readonly ItemException[];
  readonly itemSetup: ItemSetup;
}

/** Exceptions in from a file, each row's verdict seen first, and out into one that comes in again unchanged. */
export function ExceptionTools({ exceptions, itemSetup }: Props) {
  const { mayEdit } = useDraft();
  const [importing, setImporting] = useState(false);
  const give = async () => {
    const { exceptionTable } = await import("./exception-files");
    const { head, rows } = exceptionTable(exceptions);
    await downloadTable("item-exceptions.csv", head, rows);
  };
  return (
    <>
      <p className="mb-1 flex gap-3">
        {mayEdit && (
          <button type="button" className="link" onClick={() => setImporting(true)}>
            Import exceptions
          </button>
        )}
        <button type="button" className="link" onClick={() => void give()}>
          All {exceptions.length} as CSV
        </button>
      </p>
      {importing && (
        <ExceptionsImport exceptions={exceptions} itemSetup={itemSetup} onClose={() => setImporting(false)} />
      )}
    </>
  );
}
