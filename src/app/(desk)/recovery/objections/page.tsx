import type { Metadata } from "next";
import { ObjectionsPage } from "@/features/bills";
import { loadObjections } from "@/features/bills/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Objections" };

export default async function Objections() {
  const parts = await loadObjections();
  return parts ? <ObjectionsPage parts={parts} /> : <NotForYou who="Finance and administrators" />;
}
