import type { Metadata } from "next";
import { recoveryQuery, RecoveryPage } from "@/features/recovery";
import { loadRecovery } from "@/features/recovery/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Recovery" };

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function Recovery({ searchParams }: Props) {
  const query = recoveryQuery(await searchParams);
  const parts = await loadRecovery(query);
  return parts ? (
    <RecoveryPage parts={parts} query={query} />
  ) : (
    <NotForYou who="Coordinators, finance and administrators" />
  );
}
