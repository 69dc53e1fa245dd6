"use client";

import type { Carrier } from "@/core/setup/carrier";
import type { Json } from "@/core/setup/path";
import { DraftTable, linesText, readLines, type Notice, type TableColumn } from "@/features/draft";

interface Props {
  readonly path: string;
  readonly carrier: Carrier;
  readonly notices: readonly Notice[];
}

const upper = (text: string) => (text === "" ? undefined : text.toUpperCase());
const kept = (text: string) => text;
const asLines = (value: Json | undefined) => (Array.isArray(value) ? linesText(value.map(String)) : "");

const addressColumns: readonly TableColumn[] = [
  { field: "code", name: "Code", head: "Code", width: 90, needed: true, hint: "new: HQ" },
  { field: "lines", name: "Street", head: "Street", width: 260, read: readLines, show: asLines },
  { field: "postcode", name: "Postcode", head: "Postcode", width: 100, read: kept },
  { field: "city", name: "Town", head: "Town", width: 170, read: kept },
  { field: "subdivision", name: "Subdivision, ISO 3166-2", head: "Subdivision", width: 100, read: upper },
  { field: "country", name: "Country", head: "Country", width: 80, read: upper },
];

/** Where the carrier is: head office, depots, billing, each under a code. */
export function CarrierAddresses({ path, carrier, notices }: Props) {
  return (
    <section aria-label="Addresses" className="mt-3 mb-3">
      <h2 className="mb-1">Addresses</h2>
      <DraftTable
        label="Addresses"
        path={path}
        rows={carrier.addresses}
        columns={addressColumns}
        begin={(typed) => ({
          code: `A${(carrier.addresses?.length ?? 0) + 1}`,
          lines: [],
          city: "",
          postcode: "",
          country: carrier.country,
          ...typed,
        })}
        height="200px"
        notices={notices}
      />
    </section>
  );
}

const contactColumns: readonly TableColumn[] = [
  {
    field: "name",
    name: "Name or desk",
    head: "Name or desk",
    width: 240,
    needed: true,
    hint: "new: Night desk",
  },
  { field: "phone", name: "Telephone", head: "Telephone", width: 180 },
  { field: "email", name: "E-mail", head: "E-mail", width: 260 },
];

/** Whom to call there. */
export function CarrierContacts({ path, carrier, notices }: Props) {
  return (
    <section aria-label="Contacts" className="mb-3">
      <h2 className="mb-1">Contacts</h2>
      <DraftTable
        label="Contacts"
        path={path}
        rows={carrier.contacts}
        columns={contactColumns}
        begin={(typed) => typed}
        height="200px"
        notices={notices}
      />
    </section>
  );
}
