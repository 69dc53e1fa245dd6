import type { Metadata } from "next";
import { CheaperPage } from "@/features/what-if";
import { loadCheaper } from "@/features/what-if/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Cheaper service" };

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function Cheaper({ searchParams }: Props) {
  const { work } = await searchParams;
  const parts = await loadCheaper(typeof work === "string" ? work : undefined);
  return parts ? <CheaperPage parts={parts} /> : <NotForYou who="Coordinators, finance and administrators" />;
}
