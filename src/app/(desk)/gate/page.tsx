import type { Metadata } from "next";
import { GatePage } from "@/features/gate";
import { loadGate } from "@/features/gate/load";
import { loadLastReplay } from "@/features/replay/load";

export const metadata: Metadata = { title: "Gate" };

export default async function Gate() {
  const [view, replay] = await Promise.all([loadGate(), loadLastReplay()]);
  return view ? <GatePage {...view} replay={replay} /> : null;
}
