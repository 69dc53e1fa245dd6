import type { Metadata } from "next";
import { OrdersSide } from "@/features/orders";
import { loadQueue, type QueueQuery } from "@/features/orders/load";
import { TwoPanes } from "@/ui/parts/two-panes";
import { OrderPane } from "../order-pane";

export const metadata: Metadata = { title: "Orders" };

interface Props {
  readonly params: Promise<{ number: string }>;
  readonly searchParams: Promise<QueueQuery>;
}

export default async function OrderPage({ params, searchParams }: Props) {
  const number = decodeURIComponent((await params).number);
  const queue = await loadQueue(await searchParams);
  return (
    <TwoPanes side={<OrdersSide queue={queue} mayEdit={queue.mayEdit} current={number} />}>
      <OrderPane number={number} />
    </TwoPanes>
  );
}
