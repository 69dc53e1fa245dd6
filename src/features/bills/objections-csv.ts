import { objectionNames } from "@/messages/bill-words";
import { writeTable } from "@/tabular/write-table";
import type { ObjectionParts } from "./load";

/** Objections as a table for the carrier they are told to. */
export function objectionsCsv(list: ObjectionParts["list"]): string {
  return writeTable(
    [
      "bill",
      "date",
      "tracking number",
      "reference",
      "postcode",
      "country",
      "kg",
      "amount",
      "currency",
      "why",
      "state",
      "credited",
    ],
    list.map(({ number, date, parcel, order, amount, currency, reason, state, credited }) => [
      ...[number, date, parcel.tracking ?? "", parcel.reference ?? order ?? ""],
      ...[parcel.postcode ?? "", parcel.country ?? "", parcel.weight ?? ""],
      ...[amount, currency, reason, objectionNames[state], credited ?? ""],
    ]),
  );
}
