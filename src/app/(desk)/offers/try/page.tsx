import type { Metadata } from "next";
import { TryPage } from "@/features/try";
import { loadTry } from "@/features/try/load";
import type { TryQuery } from "@/features/try/tried-request";

export const metadata: Metadata = { title: "Try an order" };

export default async function Try({ searchParams }: { readonly searchParams: Promise<TryQuery> }) {
  const query = await searchParams;
  const view = await loadTry(query);
  return view ? <TryPage key={JSON.stringify(query)} view={view} query={query} /> : null;
}
