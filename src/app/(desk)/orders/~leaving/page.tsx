import type { Metadata } from "next";
import { LeavingPage } from "@/features/leaving";
import { loadLeaving } from "@/features/leaving/load";

export const metadata: Metadata = { title: "To hand over" };

export default async function LeavingNow() {
  const view = await loadLeaving();
  if (!view) return <p className="px-[18px] py-6 text-soft">No business is set up yet.</p>;
  return <LeavingPage {...view} />;
}
