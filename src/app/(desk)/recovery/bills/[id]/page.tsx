import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { BillPage } from "@/features/recovery";
import { loadBill } from "@/features/recovery/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Bill" };

export default async function Bill({ params }: { readonly params: Promise<{ id: string }> }) {
  const parts = await loadBill((await params).id);
  if (!parts) return <NotForYou who="Finance and administrators" />;
  if (!parts.bill) notFound();
  return <BillPage bill={parts.bill} />;
}
