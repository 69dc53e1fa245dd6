"use client";

import type { Business } from "@/core/setup/business";
import type { Destination } from "@/core/setup/primitives";
import type { Json } from "@/core/setup/path";
import { DraftTable, useDraft, type Notice, type TableColumn } from "@/features/draft";
import { destinationText, readDestinations, type ListRow } from "@/features/edits";
import { readDate } from "@/ui/date-text";
import { withoutTheOther } from "./tax-exclusion";
import { plainNumber } from "@/ui/number-text";

const REVERSE = "reverse charge";
const codes = (text: string) =>
  text
    .split(/[,;\s]+/)
    .map((code) => code.trim())
    .filter(Boolean);
const listOrNothing = (list: readonly Json[]): Json | undefined =>
  list.length === 0 ? undefined : [...list];

const columns: readonly TableColumn[] = [
  {
    field: "from",
    name: "First day",
    head: "From",
    width: 94,
    needed: true,
    read: (text) => (text === "" ? undefined : readDate(text)),
  },
  {
    field: "to",
    name: "Last day, included",
    head: "To",
    width: 94,
    hint: "open",
    read: (text) => (text === "" ? undefined : readDate(text)),
  },
  {
    field: "destinations",
    name: "Destinations: countries, subdivisions, postcodes",
    head: "To destinations",
    width: 150,
    hint: "anywhere",
    read: (text) => listOrNothing(readDestinations(text) as readonly Json[]),
    show: (value) => ((value as readonly Destination[] | undefined) ?? []).map(destinationText).join(", "),
  },
  {
    field: "channels",
    name: "Channels by their codes",
    head: "Channels",
    width: 86,
    hint: "any",
    read: (text) => listOrNothing(codes(text)),
    show: (value) => ((value as readonly string[] | undefined) ?? []).join(", "),
  },
  {
    field: "percent",
    name: "Tax on delivery, percent",
    head: "Tax, %",
    width: 60,
    numeric: true,
    read: (text) => (text.trim() === "" ? undefined : plainNumber(text)),
  },
  {
    field: "reverseChargeWithTaxId",
    name: "Reverse charge: no tax for customers with a tax number, who owe it",
    head: "Reverse charge",
    width: 96,
    read: (text) => (/^(yes|y|x|true|1|reverse charge)$/i.test(text.trim()) ? true : undefined),
    show: (value) => (value === true ? "yes" : ""),
  },
];

/** The tax on delivery by destination, channel and day: the first row that fits counts, before the business's percentage. */
export function DeliveryTaxes({
  rules,
  usual,
  notices,
}: {
  /** The business's percentage. */
  readonly usual: string;
  readonly rules: Business["deliveryTaxes"];
  readonly notices: readonly Notice[];
}) {
  const { habits } = useDraft();
  return (
    <section aria-label="Tax by destination" className="mb-4">
      <h2 className="mb-1">
        Tax by destination{" "}
        <span className="font-normal text-soft">
          the first row that fits an order&apos;s destination, channel and day counts; a row has a percentage,
          or yes under {REVERSE}
        </span>
      </h2>
      <DraftTable
        label="Tax by destination"
        path="business/deliveryTaxes"
        rows={rules as unknown as readonly ListRow[] | undefined}
        columns={columns}
        adjust={withoutTheOther}
        begin={(typed) => ({
          from: habits.today,
          // as it was, until somebody says otherwise
          ...(typed.reverseChargeWithTaxId === true ? {} : { percent: usual }),
          ...typed,
        })}
        height="240px"
        notices={notices}
      />
    </section>
  );
}
