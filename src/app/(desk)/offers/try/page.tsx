import type { Metadata } from "next";
import { TryPage } from "@/features/try";
import { loadTry, type TryQuery } from "@/features/try/load";

export const metadata: Metadata = { title: "Try an order" };

export default async function Try({ searchParams }: { readonly searchParams: Promise<TryQuery> }) {
  const query = await searchParams;
  const view = await loadTry(query);
  return view ? <TryPage key={JSON.stringify(query)} view={view} query={query} /> : null;
}
