import type { Metadata } from "next";
import { breakEvenQuery, BreakEvenPage } from "@/features/recovery";
import { loadBreakEven } from "@/features/recovery/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Break-even" };

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function BreakEven({ searchParams }: Props) {
  const query = breakEvenQuery(await searchParams);
  const parts = await loadBreakEven(query);
  return parts ? (
    <BreakEvenPage parts={parts} query={query} />
  ) : (
    <NotForYou who="Coordinators, finance and administrators" />
  );
}
