import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { OrderBothPage } from "@/features/replay";
import { loadOrderBoth } from "@/features/replay/load";

export const metadata: Metadata = { title: "Order by live and draft" };

interface Props {
  readonly params: Promise<{ readonly number: string }>;
}

export default async function OrderBoth({ params }: Props) {
  const both = await loadOrderBoth(decodeURIComponent((await params).number));
  if (!both) notFound();
  return <OrderBothPage both={both} />;
}
