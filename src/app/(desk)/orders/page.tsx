import type { Metadata } from "next";
import { OrdersSide } from "@/features/orders";
import { loadQueue, type QueueQuery } from "@/features/orders/load";
import { TwoPanes } from "@/ui/parts/two-panes";
import { OrderPane } from "./order-pane";

export const metadata: Metadata = { title: "Orders" };

/** The queue with its first order already open: the answer without a click. */
export default async function Orders({ searchParams }: { readonly searchParams: Promise<QueueQuery> }) {
  const queue = await loadQueue(await searchParams);
  const [first] = queue.entries;
  return (
    <TwoPanes
      side={<OrdersSide queue={queue} mayEdit={queue.mayEdit} current={first?.number} />}
      onPhone="list"
    >
      {first ? <OrderPane number={first.number} /> : <p className="text-soft">No order here.</p>}
    </TwoPanes>
  );
}
