import type { Metadata } from "next";
import { GuidePage } from "@/features/guide";
import { loadPerson } from "@/features/guide/load";

export const metadata: Metadata = { title: "Guide" };

export default async function Guide() {
  await loadPerson();
  return <GuidePage />;
}
