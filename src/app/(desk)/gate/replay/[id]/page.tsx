import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { ReplayPage } from "@/features/replay";
import { loadReplay } from "@/features/replay/load";

export const metadata: Metadata = { title: "Replay" };

export default async function Replay({ params }: { readonly params: Promise<{ readonly id: string }> }) {
  const view = await loadReplay((await params).id);
  if (!view) notFound();
  return <ReplayPage {...view} />;
}
