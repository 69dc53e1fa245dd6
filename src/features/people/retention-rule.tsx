"use client";

import { sent } from "@/features/submit";
import { EditField } from "@/ui/fields/edit-field";
import { setRetention } from "./actions";

/** How long customers' names and streets are kept with done orders; nothing is forgotten until somebody says so. */
export function RetentionRule({ months }: { readonly months: number | undefined }) {
  const store = async (typed: string) => {
    const text = typed.trim();
    const answer = await sent(setRetention(text === "" ? {} : { months: Number(text) }));
    return answer.ok ? ({ ok: true } as const) : ({ ok: false, text: answer.text } as const);
  };
  return (
    <section aria-label="Customers' data" className="mb-4 max-w-[56rem]">
      <h2 className="mb-1">How long customers&apos; data are kept</h2>
      <p className="mb-1 text-soft">
        Name and street go from done orders that were placed longer ago. What was charged, and where to,
        stays. Single customers are erased on the page of one of their orders.
      </p>
      <EditField
        label="Months"
        width="5rem"
        placeholder="for good"
        value={months === undefined ? "" : String(months)}
        onCommit={store}
      />
    </section>
  );
}
