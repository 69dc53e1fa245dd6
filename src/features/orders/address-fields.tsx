"use client";

import { sent } from "@/features/submit";
import { EditField } from "@/ui/fields/edit-field";
import type { OrderTarget } from "./actions";
import { changeAddress } from "./order-calls";
import type { OrderView } from "./load";

interface Props {
  readonly view: OrderView;
  readonly target: OrderTarget;
  readonly mayEdit: boolean;
}

const fields = [
  { key: "street", label: "Street", width: "11rem" },
  { key: "postcode", label: "Postcode", width: "6.5rem" },
  { key: "city", label: "Town", width: "9rem" },
  { key: "country", label: "Country", width: "3rem" },
] as const;

/** Where it goes, and what the delivery has to be able to do. */
export function AddressFields({ view, target, mayEdit }: Props) {
  const { order } = view;
  const needs = [
    order.poBox && "a PO box",
    order.collectionPoint && "a collection point",
    order.cashOnDelivery && "cash on delivery",
    order.signature && "signature",
    order.coupon && `coupon ${order.coupon}`,
    order.customerGroup && `customer group ${order.customerGroup}`,
  ];
  return (
    <section aria-label="Address" className="sheet mb-3 flex flex-wrap items-baseline gap-x-4 px-2 pt-1.5">
      {fields.map(({ key, label, width }) => (
        <div key={key} className="[&_label]:w-auto">
          <EditField
            label={label}
            width={width}
            value={order[key]}
            readOnly={!mayEdit}
            onCommit={(typed) =>
              sent(
                changeAddress(target, {
                  [key]: key === "country" ? typed.trim().toUpperCase() : typed.trim(),
                }),
              )
            }
          />
        </div>
      ))}
      <span className="text-soft">{needs.filter(Boolean).join(" · ")}</span>
    </section>
  );
}
