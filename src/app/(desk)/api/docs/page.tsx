import type { Metadata } from "next";
import { ApiDocs } from "@/features/api-docs";
import { loadCalls } from "@/features/api-docs/load";

export const metadata: Metadata = { title: "API" };

export default async function Docs() {
  return <ApiDocs calls={await loadCalls()} />;
}
