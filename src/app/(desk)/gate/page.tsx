import type { Metadata } from "next";
import { GatePage } from "@/features/gate";
import { loadGate } from "@/features/gate/load";

export const metadata: Metadata = { title: "Gate" };

export default async function Gate() {
  const view = await loadGate();
  return view ? <GatePage {...view} /> : null;
}
