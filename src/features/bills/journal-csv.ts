import type { JournalEntry } from "@/core/recovery/journal";
import { journalNames } from "@/messages/bill-words";
import { writeTable } from "@/tabular/write-table";

/** A month's journal as a table. */
export function journalCsv(
  month: string,
  currency: string,
  entries: readonly JournalEntry[],
  carrierName: (code: string) => string,
): string {
  return writeTable(
    ["month", "entry", "carrier", "charge type", "tax %", "count", `net (${currency})`, `tax (${currency})`],
    entries.map(({ kind, carrier, type, taxPercent, count, net, tax }) => [
      ...[month, journalNames[kind], carrier === "" ? "several" : carrierName(carrier), type, taxPercent],
      ...[String(count), net, tax],
    ]),
  );
}
