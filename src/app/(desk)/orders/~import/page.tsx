import type { Metadata } from "next";
import { OrderImport } from "@/features/order-import";
import { loadOrderWords } from "@/features/order-import/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Import orders" };

export default async function ImportOrders() {
  const words = await loadOrderWords();
  if (!words?.mayEdit) return <NotForYou who="Coordinators and administrators" />;
  return <OrderImport words={words} />;
}
