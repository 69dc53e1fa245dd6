import type { Metadata } from "next";
import { BillImport } from "@/features/bills";
import { loadBillWords } from "@/features/bills/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Import a bill" };

export default async function TakeBill() {
  const carriers = await loadBillWords();
  return carriers ? <BillImport carriers={carriers} /> : <NotForYou who="Finance and administrators" />;
}
