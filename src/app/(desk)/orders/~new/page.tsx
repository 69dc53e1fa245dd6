import type { Metadata } from "next";
import { NewOrder } from "@/features/new-order";
import { loadNewOrder } from "@/features/new-order/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "New order" };

export default async function New() {
  const words = await loadNewOrder();
  if (!words?.mayEdit) return <NotForYou who="Coordinators and administrators" />;
  return <NewOrder words={words} />;
}
