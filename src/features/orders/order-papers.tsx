"use client";

import Link from "next/link";
import { isOpen } from "@/core/orders/order-state";
import { download } from "@/features/import";
import { useSubmit } from "@/features/submit";
import { Trouble } from "@/ui/parts/trouble";
import { ublDocument } from "./actions";
import type { OrderView } from "./load";

/** What of an order goes out: its confirmation on paper, and as documents that other programs read. */
export function OrderPapers({ view }: { readonly view: OrderView }) {
  const { number } = view.order;
  const { busy, trouble, submit } = useSubmit();
  const give = async (kind: "order" | "response") => {
    const answer = await submit(() => ublDocument({ number, kind }));
    if (answer.ok) download(`${number}-${kind}.xml`, answer.value.xml, "application/xml");
  };
  return (
    <p className="my-3 flex flex-wrap gap-x-4 text-soft">
      <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(number)}/confirmation`}>
        Confirmation on paper
      </Link>
      <button type="button" className="link" disabled={busy} onClick={() => void give("order")}>
        UBL order
      </button>
      {!isOpen(view.state) && (
        <button type="button" className="link" disabled={busy} onClick={() => void give("response")}>
          UBL order response
        </button>
      )}
      <Trouble text={trouble} />
    </p>
  );
}
