import type { Metadata } from "next";
import { BatchPage } from "@/features/many-orders";
import { loadBatch } from "@/features/many-orders/load";

export const metadata: Metadata = { title: "Orders" };

export default async function Batch({ params }: { readonly params: Promise<{ id: string }> }) {
  const batch = await loadBatch((await params).id);
  if (!batch)
    return (
      <p className="px-[18px] py-6 text-soft">
        What this came to is not kept any more: work is forgotten after 30 days. The orders keep their
        history.
      </p>
    );
  return <BatchPage {...batch} />;
}
