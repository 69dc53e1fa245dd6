import type { Metadata } from "next";
import { KeysPage } from "@/features/api-keys";
import { loadKeys } from "@/features/api-keys/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "API keys" };

export default async function ApiKeys() {
  const keys = await loadKeys();
  return keys ? <KeysPage keys={keys} /> : <NotForYou who="Administrators" />;
}
