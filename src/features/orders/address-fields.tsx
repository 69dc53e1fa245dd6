"use client";

import { sent } from "@/features/submit";
import { EditField } from "@/ui/fields/edit-field";
import type { OrderTarget } from "./actions";
import { changeAddress } from "./order-calls";
import type { OrderView } from "./load";
import { OrderDetails } from "./order-details";

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

/** Where it goes; folded beneath it, who ordered it and what the delivery has to be able to do. */
export function AddressFields({ view, target, mayEdit }: Props) {
  const { order } = view;
  return (
    <section aria-label="Address" className="sheet mb-3 px-2 pt-1.5">
      <div className="flex flex-wrap items-baseline gap-x-4">
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
      </div>
      <OrderDetails view={view} target={target} mayEdit={mayEdit} />
    </section>
  );
}
