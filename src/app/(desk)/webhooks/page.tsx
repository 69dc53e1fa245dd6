import type { Metadata } from "next";
import { HooksPage } from "@/features/webhooks";
import { loadHooks } from "@/features/webhooks/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Webhooks" };

export default async function Webhooks() {
  const hooks = await loadHooks();
  return hooks ? <HooksPage hooks={hooks} /> : <NotForYou who="Administrators" />;
}
