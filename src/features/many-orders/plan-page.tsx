"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { startMany } from "@/features/orders";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import type { Planned, PlannedSum, PlanView } from "./load";
import { SetAside } from "./set-aside";

/** What charging many orders at once would do, before it is done. */
export function PlanPage({ plan, numbers, mayEdit }: PlanView) {
  const router = useRouter();
  const { busy, trouble, submit } = useSubmit();
  if (!plan) return <p className="px-[18px] py-6 text-soft">No business is set up yet.</p>;
  const charged = plan.orders.filter(({ outcome }) => "offer" in outcome);
  const aside = plan.orders.flatMap(({ number, outcome }) =>
    "setAside" in outcome ? [{ number, why: outcome.setAside }] : [],
  );
  const left = plan.orders.length - charged.length - aside.length;
  const start = async () => {
    const answer = await submit(() => startMany({ kind: "charge-orders", numbers: [...numbers] }));
    if (answer.ok) router.push(`/orders/~many/${answer.value.id}`);
  };
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <>
            <Link prefetch={false} className="link" href="/orders">
              Orders
            </Link>{" "}
            · by revision {plan.revision}, which is live
          </>
        }
        title={`Rate and apply ${plan.orders.length === 1 ? "1 order" : `${plan.orders.length} orders`}`}
      >
        {mayEdit && (
          <Button kind="main" disabled={busy || charged.length === 0} onClick={() => void start()}>
            Charge {charged.length === 1 ? "1 order" : `${charged.length} orders`}
          </Button>
        )}
      </PageHead>
      <Trouble text={trouble} />
      <Sums sums={plan.sums} />
      <p className="mb-3">
        The buyer&apos;s wish is charged where it can be given and loses no more than the channel allows, else
        by the channel&apos;s rule.
      </p>
      {plan.unasked > 0 && (
        <p className="mb-3 font-semibold">
          Carriers were not asked yet about {plan.unasked === 1 ? "1 order" : `${plan.unasked} orders`}: they
          stand by answers that are kept or by their fallback, and carriers are asked as each is charged.
        </p>
      )}
      <SetAside orders={aside} left={left} />
      {charged.length > 0 && <ChargedTable orders={charged} />}
    </div>
  );
}

/** What is charged, costs and is left, each currency for itself. */
export function Sums({ sums }: { readonly sums: readonly PlannedSum[] }) {
  if (sums.length === 0) return null;
  return (
    <table className="sheet mb-3">
      <thead className="narrow text-xs text-soft">
        <tr className="border-b border-hairline [&>th]:px-3 [&>th]:py-1.5 [&>th]:font-normal">
          <th className="text-left">Currency</th>
          <th className="text-right">Orders</th>
          <th className="text-right">Charge without tax</th>
          <th className="text-right">We pay</th>
          <th className="text-right">We keep</th>
        </tr>
      </thead>
      <tbody>
        {sums.map(({ currency, orders, net, cost, margin }) => (
          <tr key={currency} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-1">
            <td>{currency}</td>
            <td className="text-right">{orders}</td>
            <td className="text-right font-semibold">{net}</td>
            <td className="text-right">{cost}</td>
            <td className="text-right font-semibold">
              <Margin text={margin} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Margin({ text }: { readonly text: string }) {
  const loss = text.startsWith("-");
  return <span className={loss ? "text-loss" : "text-gain"}>{loss ? `−${text.slice(1)}` : `+${text}`}</span>;
}

function ChargedTable({ orders }: { readonly orders: readonly Planned[] }) {
  return (
    <section aria-label="Charged" className="sheet mb-3 overflow-x-auto">
      <table className="w-full">
        <thead className="narrow text-left text-xs text-soft">
          <tr className="border-b border-hairline [&>th]:px-2 [&>th]:py-1.5 [&>th]:font-normal">
            <th>Charged {orders.length}</th>
            <th>Customer</th>
            <th>To</th>
            <th>Offer</th>
            <th className="text-right">With tax</th>
            <th className="text-right">Without tax</th>
            <th className="text-right">We pay</th>
            <th className="text-right">We keep</th>
          </tr>
        </thead>
        <tbody>
          {orders.map((order) => (
            <tr
              key={order.number}
              className="border-b border-hairline [contain-intrinsic-size:auto_29px] [content-visibility:auto] last:border-0 [&>td]:px-2 [&>td]:py-1"
            >
              <td>
                <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(order.number)}`}>
                  {order.number}
                </Link>
              </td>
              <td>{order.customer}</td>
              <td className="text-soft">{order.place}</td>
              <Outcome order={order} />
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Outcome({ order: { outcome, currency } }: { readonly order: Planned }) {
  if (!("offer" in outcome)) return null;
  return (
    <>
      <td>
        {outcome.name}
        {outcome.by === "wish" && <span className="text-soft"> as the buyer chose</span>}
      </td>
      <td className="text-right">
        {outcome.gross} <span className="text-xs text-soft">{currency}</span>
      </td>
      <td className="text-right font-semibold">{outcome.net}</td>
      <td className="text-right">{outcome.cost}</td>
      <td className="text-right font-semibold">
        <Margin text={outcome.margin} />
      </td>
    </>
  );
}
