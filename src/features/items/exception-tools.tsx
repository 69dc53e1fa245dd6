"use client";

import { useMemo, useState } from "react";
import type { Item } from "@/core/setup/item";
import type { ItemException } from "@/core/setup/offer";
import type { Json } from "@/core/setup/path";
import type { ItemSetup } from "@/core/checks/what-applies";
import { useDraft } from "@/features/draft";
import { download, ImportPanel } from "@/features/import";
import { writeTable } from "@/tabular/write-table";
import { exceptionVerdict, exceptionFields, exceptionTable } from "./exception-files";

interface Props {
  readonly exceptions: readonly ItemException[];
  readonly items: readonly Item[];
  readonly itemSetup: ItemSetup;
}

/** Exceptions in from a file, each row's verdict seen first, and out into one that comes in again unchanged. */
export function ExceptionTools({ exceptions, items, itemSetup }: Props) {
  const { commit, mayEdit } = useDraft();
  const [importing, setImporting] = useState(false);
  const read = useMemo(
    () =>
      exceptionVerdict(exceptions, {
        skus: new Set(importing ? items.map(({ sku }) => sku) : []),
        goodsClasses: itemSetup.goodsClasses.map(({ code }) => code),
        offers: itemSetup.offers.map(({ code }) => code),
      }),
    [exceptions, items, itemSetup, importing],
  );
  const give = () => {
    const { head, rows } = exceptionTable(exceptions);
    download("item-exceptions.csv", writeTable(head, rows));
  };
  const take = (fresh: readonly ItemException[]) =>
    commit(
      fresh.map((exception, i) => ({
        path: `itemExceptions/${exceptions.length + i}`,
        to: exception as unknown as Json,
      })),
    );
  return (
    <>
      <p className="mb-1 flex gap-3">
        {mayEdit && (
          <button type="button" className="link" onClick={() => setImporting(true)}>
            Import exceptions
          </button>
        )}
        <button type="button" className="link" onClick={give}>
          All {exceptions.length} as CSV
        </button>
      </p>
      {importing && (
        <ImportPanel
          what="item exceptions"
          fields={exceptionFields}
          read={read}
          onTake={take}
          onClose={() => setImporting(false)}
        />
      )}
    </>
  );
}
