import type { Metadata } from "next";
import { NewTablePage } from "@/features/what-if";
import { loadNewTable } from "@/features/what-if/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "New table" };

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function NewTable({ searchParams }: Props) {
  const { work } = await searchParams;
  const parts = await loadNewTable(typeof work === "string" ? work : undefined);
  return parts ? (
    <NewTablePage parts={parts} />
  ) : (
    <NotForYou who="Coordinators, finance and administrators" />
  );
}
