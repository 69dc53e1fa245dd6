import { notFound } from "next/navigation";
import { OrderDesk } from "@/features/orders";
import { loadOrder } from "@/features/orders/load";

export async function OrderPane({ number }: { readonly number: string }) {
  const { view, mayEdit, mayReopen, mayErase, mayAgree } = await loadOrder(number);
  if (!view) notFound();
  return (
    <OrderDesk
      key={number}
      view={view}
      mayEdit={mayEdit}
      mayReopen={mayReopen}
      mayErase={mayErase}
      mayAgree={mayAgree}
    />
  );
}
