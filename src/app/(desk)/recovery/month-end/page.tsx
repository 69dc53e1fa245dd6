import type { Metadata } from "next";
import { MonthEndPage } from "@/features/bills";
import { loadMonthEnd } from "@/features/bills/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Month end" };

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function MonthEnd({ searchParams }: Props) {
  const { month } = await searchParams;
  const parts = await loadMonthEnd(typeof month === "string" ? month : undefined);
  return parts ? <MonthEndPage parts={parts.view} /> : <NotForYou who="Finance and administrators" />;
}
