import type { Metadata } from "next";
import { PlanPage } from "@/features/many-orders";
import { loadPlan, type ManyAsked } from "@/features/many-orders/load";

export const metadata: Metadata = { title: "Orders" };

export default async function Many({ searchParams }: { readonly searchParams: Promise<ManyAsked> }) {
  return <PlanPage {...(await loadPlan(await searchParams))} />;
}
