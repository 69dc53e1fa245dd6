import type { Metadata } from "next";
import { HookPage } from "@/features/webhooks";
import { loadHook } from "@/features/webhooks/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Webhook" };

export default async function Webhook({ params }: { readonly params: Promise<{ id: string }> }) {
  const loaded = await loadHook((await params).id);
  if (!loaded) return <NotForYou who="Administrators" />;
  const { hook, messages } = loaded;
  if (!hook) return <p className="px-[18px] py-4">This webhook is not there any more.</p>;
  return <HookPage hook={hook} messages={messages} />;
}
