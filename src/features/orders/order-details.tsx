"use client";

import { useState } from "react";
import { sent, useSubmit } from "@/features/submit";
import { EditField } from "@/ui/fields/edit-field";
import { Trouble } from "@/ui/parts/trouble";
import type { OrderTarget } from "./actions";
import type { DetailMark, DetailText } from "./details-after";
import { changeDetail } from "./order-calls";
import type { OrderView } from "./load";

interface Props {
  readonly view: OrderView;
  readonly target: OrderTarget;
  readonly mayEdit: boolean;
}

type Stored = OrderView["order"];

const texts: readonly {
  readonly field: DetailText;
  readonly label: string;
  readonly width: string;
  readonly of: (order: Stored) => string | null;
}[] = [
  { field: "customer", label: "Customer", width: "12rem", of: (order) => order.customerName },
  { field: "reference", label: "Their reference", width: "8rem", of: (order) => order.customerReference },
  { field: "group", label: "Group", width: "6rem", of: (order) => order.customerGroup },
  { field: "taxId", label: "Tax number", width: "8rem", of: (order) => order.customerTaxId },
  { field: "recipient", label: "Recipient", width: "12rem", of: (order) => order.recipient },
  { field: "subdivision", label: "Subdivision", width: "5rem", of: (order) => order.subdivision },
  { field: "phone", label: "Phone", width: "9rem", of: (order) => order.phone },
  { field: "email", label: "E-mail", width: "13rem", of: (order) => order.email },
  { field: "coupon", label: "Coupon", width: "7rem", of: (order) => order.coupon },
  { field: "note", label: "Note", width: "24rem", of: (order) => order.note },
];

const marks: readonly { readonly field: DetailMark; readonly label: string }[] = [
  { field: "poBox", label: "PO box" },
  { field: "collectionPoint", label: "collection point" },
  { field: "signature", label: "signature" },
  { field: "cashOnDelivery", label: "cash on delivery" },
];

/** Who ordered it and what the delivery has to be able to do: said in a line, and opened to be changed. */
export function OrderDetails({ view: { order }, target, mayEdit }: Props) {
  const { busy, trouble, submit } = useSubmit();
  // what is kept open by hand stays so while the order is shown anew
  const [isOpen, setOpen] = useState(false);
  const said = [
    ...marks.flatMap(({ field, label }) => (order[field] ? [label] : [])),
    ...texts.flatMap(({ field, label, of }) => {
      const text = of(order);
      return field === "customer" || field === "note" || !text ? [] : [`${label.toLowerCase()} ${text}`];
    }),
  ];
  return (
    <>
      {order.note && !isOpen && <p className="px-1.5 pb-1">“{order.note}”</p>}
      <details
        open={isOpen}
        onToggle={(event) => setOpen(event.currentTarget.open)}
        className="px-1.5 pb-1.5"
      >
        <summary className="cursor-default text-soft">
          {said.length > 0 ? said.join(" · ") : "Customer, contact, coupon, note"}
        </summary>
        <div className="mt-1 flex flex-wrap items-baseline gap-x-4">
          {texts.map(({ field, label, width, of }) => (
            <div key={field} className="[&_label]:w-auto">
              <EditField
                label={label}
                width={width}
                value={of(order) ?? ""}
                readOnly={!mayEdit}
                onCommit={(text) => sent(changeDetail(target, { field, text }))}
              />
            </div>
          ))}
        </div>
        <div className="flex min-h-8 flex-wrap items-center gap-x-5">
          {marks.map(({ field, label }) => (
            <label key={field} className="flex min-h-6 items-center gap-1.5">
              <input
                type="checkbox"
                checked={order[field]}
                disabled={!mayEdit || busy}
                onChange={(event) => {
                  const on = event.target.checked;
                  void submit(() => changeDetail(target, { field, on }));
                }}
              />
              {label}
            </label>
          ))}
        </div>
        <Trouble text={trouble} />
      </details>
    </>
  );
}
