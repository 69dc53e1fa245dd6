"use client";

import { useMemo, useState } from "react";
import type { Json } from "@/core/setup/path";
import type { Setup } from "@/core/setup/setup";
import { DraftTable, useDraft, type Notice, type TableColumn } from "@/features/draft";
import { readDate } from "@/ui/date-text";
import { downloadTable, ImportPanel } from "@/features/import";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { rateChanges, rateVerdict, rateFields, type ExchangeRate } from "./rate-import";

type Rates = Setup["exchangeRates"];

const upper = (text: string) => (text === "" ? undefined : text.toUpperCase());
const columns: readonly TableColumn[] = [
  {
    field: "from",
    name: "1 of this currency",
    head: "1 of",
    width: 80,
    read: upper,
    needed: true,
    hint: "SEK",
  },
  {
    field: "rate",
    name: "is worth",
    head: "is worth",
    width: 120,
    numeric: true,
    read: (text) => (text === "" ? undefined : plainNumber(text)),
  },
  { field: "to", name: "of this currency", head: "of", width: 80, read: upper },
  {
    field: "asOf",
    name: "From this day on",
    head: "From",
    width: 130,
    read: (text) => (text === "" ? undefined : readDate(text)),
  },
];

/** What a currency is worth in another, from a day on; the latest one up to an order's day counts. */
export function ExchangeRates({
  rates,
  home,
  notices,
}: {
  readonly rates: Rates;
  readonly home: string;
  readonly notices: readonly Notice[];
}) {
  const { mayEdit, habits, commit } = useDraft();
  const [importing, setImporting] = useState(false);
  const read = useMemo(() => rateVerdict(rates, home, habits.today), [rates, home, habits.today]);
  const save = () =>
    void downloadTable(
      "exchange-rates.csv",
      ["from", "to", "rate", "as of"],
      rates.map((rate) => [rate.from, rate.to, rate.rate, rate.asOf]),
    );
  return (
    <section aria-label="Exchange rates" className="mb-4">
      <div className="mb-1 flex items-center gap-2">
        <h2 className="mr-auto">Exchange rates</h2>
        {mayEdit && (
          <Button className="h-7" onClick={() => setImporting(true)}>
            Import
          </Button>
        )}
        <Button className="h-7" onClick={save} disabled={rates.length === 0}>
          CSV
        </Button>
      </div>
      {importing && (
        <ImportPanel<ExchangeRate>
          what="exchange rates"
          fields={rateFields}
          read={read}
          onTake={(taken) => commit(rateChanges(rates, taken))}
          onClose={() => setImporting(false)}
        />
      )}
      <div>
        <DraftTable
          label="Exchange rates"
          path="exchangeRates"
          rows={rates as readonly { readonly [field: string]: Json }[]}
          columns={columns}
          begin={(typed) => ({ from: "", to: home, rate: "", asOf: habits.today, ...typed })}
          height="320px"
          notices={notices}
        />
      </div>
    </section>
  );
}
