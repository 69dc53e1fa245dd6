import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { BatchPage } from "@/features/many-orders";
import { loadBatch } from "@/features/many-orders/load";

export const metadata: Metadata = { title: "Orders" };

export default async function Batch({ params }: { readonly params: Promise<{ id: string }> }) {
  const batch = await loadBatch((await params).id);
  if (!batch) notFound();
  return <BatchPage {...batch} />;
}
