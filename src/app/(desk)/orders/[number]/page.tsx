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

/** The list the order was opened from. */
function backTo(asked: QueueQuery): string {
  const query = new URLSearchParams(
    Object.entries(asked).filter((entry): entry is [string, string] => typeof entry[1] === "string"),
  );
  return query.size > 0 ? `/orders?${query.toString()}` : "/orders";
}

export default async function OrderPage({ params, searchParams }: Props) {
  const number = decodeURIComponent((await params).number);
  const asked = await searchParams;
  const queue = await loadQueue(asked);
  return (
    <TwoPanes
      side={<OrdersSide queue={queue} mayEdit={queue.mayEdit} current={number} />}
      onPhone="record"
      back={{ href: backTo(asked), name: "Orders" }}
    >
      <OrderPane number={number} />
    </TwoPanes>
  );
}
