"use client";

import type { ItemSetup } from "@/core/checks/what-applies";
import type { ItemException } from "@/core/setup/offer";
import type { Destination } from "@/core/setup/primitives";
import type { Json } from "@/core/setup/path";
import { DraftTable, type Notice, type TableColumn } from "@/features/draft";
import { destinationText, readDestinations } from "@/features/edits";
import { effectText, readEffect } from "./effect-text";
import { ExceptionTools } from "./exception-tools";

interface Props {
  readonly exceptions: readonly ItemException[];
  readonly itemSetup: ItemSetup;
  readonly currency: string;
  readonly notices: readonly Notice[];
}

const columns: readonly TableColumn[] = [
  { field: "item", name: "Item", head: "Item", width: 120, hint: "any" },
  { field: "goodsClass", name: "Goods class", head: "Goods class", width: 110, hint: "any" },
  { field: "offer", name: "Offer", head: "Offer", width: 110, hint: "any" },
  {
    field: "destinations",
    name: "Where to",
    head: "Where to",
    width: 170,
    hint: "anywhere",
    read: (text) => (text.trim() === "" ? undefined : (readDestinations(text) as Json)),
    show: (value) => ((value as readonly Destination[] | undefined) ?? []).map(destinationText).join(", "),
  },
  {
    field: "do",
    name: "What it does",
    head: "What it does",
    width: 150,
    needed: true,
    read: readEffect,
    show: (value) => (value === undefined ? "" : effectText(value as ItemException["do"])),
  },
];

/** What holds for single items or classes whatever an offer's plan says. */
export function ItemExceptions({ exceptions, itemSetup, currency, notices }: Props) {
  return (
    <section aria-label="Item exceptions" className="mt-4 max-w-[720px]">
      <h2 className="mb-1">
        Item exceptions{" "}
        <span className="font-normal text-soft">
          banned, ships free, instead 9.00, extra 2.50: {currency} a piece, or the currency of the offer it
          names; converted for other channels
        </span>
      </h2>
      <DraftTable
        label="Item exceptions"
        path="itemExceptions"
        rows={exceptions as unknown as readonly { readonly [field: string]: Json }[]}
        columns={columns}
        // nothing happens until somebody says what shall
        begin={(typed) => ({ do: { extra: "0" }, ...typed })}
        height="280px"
        notices={notices}
      />
      <ExceptionTools exceptions={exceptions} itemSetup={itemSetup} />
    </section>
  );
}
