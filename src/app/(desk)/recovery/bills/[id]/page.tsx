import type { Metadata } from "next";
import { BillPage } from "@/features/bills";
import { loadBill } from "@/features/bills/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Bill" };

export default async function Bill({ params }: { readonly params: Promise<{ id: string }> }) {
  const parts = await loadBill((await params).id);
  if (!parts) return <NotForYou who="Finance and administrators" />;
  if (!parts.bill)
    return (
      <p className="px-[18px] py-6 text-soft">
        There is no such bill: its import was undone, or it was never here.
      </p>
    );
  return <BillPage bill={parts.bill} />;
}
