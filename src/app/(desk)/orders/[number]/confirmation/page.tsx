import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { ConfirmationPaper } from "@/features/orders";
import { loadOrder } from "@/features/orders/load";
import { PrintPage } from "@/ui/parts/print-page";

export const metadata: Metadata = { title: "Order confirmation" };

export default async function ConfirmationPage({ params }: { readonly params: Promise<{ number: string }> }) {
  const { view, business } = await loadOrder(decodeURIComponent((await params).number));
  if (!view) notFound();
  const isClosed = view.state === "confirmed" || view.state === "handed-over";
  return (
    <PrintPage title={isClosed ? "Order confirmation" : "Order, not confirmed yet"} about={business}>
      <ConfirmationPaper view={view} />
    </PrintPage>
  );
}
