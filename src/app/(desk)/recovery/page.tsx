import type { Metadata } from "next";
import { RecoveryPage } from "@/features/recovery";
import { loadRecovery } from "@/features/recovery/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Recovery" };

export default async function Recovery() {
  const parts = await loadRecovery();
  return parts ? <RecoveryPage parts={parts} /> : <NotForYou who="Finance and administrators" />;
}
