import type { Metadata } from "next";
import { OrdersSide } from "@/features/orders";
import { loadQueue } from "@/features/orders/load";
import { TwoPanes } from "@/ui/parts/two-panes";
import { OrderPane } from "../order-pane";

export const metadata: Metadata = { title: "Orders" };

interface Props {
  readonly params: Promise<{ number: string }>;
  readonly searchParams: Promise<{ queue?: string; find?: string }>;
}

export default async function OrderPage({ params, searchParams }: Props) {
  const number = decodeURIComponent((await params).number);
  const { queue, find } = await searchParams;
  const { entries, counts } = await loadQueue(queue, find);
  return (
    <TwoPanes side={<OrdersSide entries={entries} counts={counts} current={number} />}>
      <OrderPane number={number} />
    </TwoPanes>
  );
}
