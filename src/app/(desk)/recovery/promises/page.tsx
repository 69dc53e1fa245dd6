import type { Metadata } from "next";
import { PromisesPage } from "@/features/promises";
import { loadPromises } from "@/features/promises/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Promises kept" };

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function Promises({ searchParams }: Props) {
  const query = await searchParams;
  const said = (name: string) => (typeof query[name] === "string" ? query[name] : undefined);
  const parts = await loadPromises({ from: said("from"), to: said("to") });
  return parts ? (
    <PromisesPage parts={parts} />
  ) : (
    <NotForYou who="Coordinators, finance and administrators" />
  );
}
