"use client";

import { useCallback } from "react";
import type { ChargeType } from "@/core/setup/business";
import type { Json } from "@/core/setup/path";
import { DraftTable, useDraft, type Notice, type TableColumn } from "@/features/draft";
import { plainNumber } from "@/ui/number-text";

const columns: readonly TableColumn[] = [
  { field: "code", name: "Code", head: "Code", width: 110, needed: true, hint: "new: express" },
  { field: "name", name: "Name", head: "Name", width: 180 },
  {
    field: "taxPercent",
    name: "Tax, percent",
    head: "Tax, %",
    width: 76,
    numeric: true,
    read: (text) => (text === "" ? undefined : plainNumber(text)),
    hint: "",
  },
  { field: "reasonCode", name: "Reason code, UN/CEFACT 7161", head: "UN/CEFACT 7161", width: 124 },
];

/** The kinds of charges an order can have; a code that is changed is carried through everything that names it. */
export function ChargeTypes({
  chargeTypes,
  notices,
}: {
  readonly chargeTypes: readonly ChargeType[];
  readonly notices: readonly Notice[];
}) {
  const { rename } = useDraft();
  const carry = useCallback(
    (from: string, to: string) => rename({ list: "chargeTypes", from, to }),
    [rename],
  );
  return (
    <section aria-label="Charge types" className="mb-4">
      <h2 className="mb-1 leading-7">
        Charge types <span className="font-normal text-soft">without a percentage: the business's tax</span>
      </h2>
      <div>
        <DraftTable
          label="Charge types"
          path="chargeTypes"
          rows={chargeTypes as readonly { readonly [field: string]: Json }[]}
          columns={columns}
          begin={(typed) => ({
            code: "",
            name: typeof typed.code === "string" ? typed.code : "New",
            ...typed,
          })}
          height="320px"
          notices={notices}
          onRename={carry}
        />
      </div>
    </section>
  );
}
