import type { Metadata } from "next";
import { BillsPage } from "@/features/bills";
import { loadBills } from "@/features/bills/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Bills" };

export default async function Bills() {
  const parts = await loadBills();
  return parts ? <BillsPage parts={parts} /> : <NotForYou who="Finance and administrators" />;
}
