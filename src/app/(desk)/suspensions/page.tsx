import type { Metadata } from "next";
import { SuspensionsPage } from "@/features/suspensions";
import { loadSuspensions } from "@/features/suspensions/load";

export const metadata: Metadata = { title: "Today" };

export default async function Suspensions() {
  const view = await loadSuspensions();
  return view ? <SuspensionsPage {...view} /> : null;
}
