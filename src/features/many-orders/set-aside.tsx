import Link from "next/link";
import { isLook, isOrderState } from "@/core/orders/order-state";
import { lookNames, stateNames } from "@/features/orders";

interface Props {
  readonly orders: readonly { readonly number: string; readonly why: string }[];
  /** How many were left as they were. */
  readonly left: number;
}

/** Orders somebody has to look at, by what is odd about them, the most first; each leads to its order. */
export function SetAside({ orders, left }: Props) {
  const reasons = [...new Set(orders.map(({ why }) => why))]
    .map((why) => ({ why, own: orders.filter((one) => one.why === why) }))
    .sort((a, b) => b.own.length - a.own.length || (a.why < b.why ? -1 : 1));
  return (
    <section aria-label="Set aside" className="sheet mb-3">
      <h2 className="px-3 py-1.5">
        {orders.length === 0 ? "Nothing set aside" : `${orders.length} set aside`}
        {left > 0 && (
          <span className="font-normal text-soft">, {left} left as they are: ready, or closed</span>
        )}
      </h2>
      {reasons.map(({ why, own }) => (
        <p key={why} className="border-t border-hairline px-3 py-1.5">
          <b className="text-loss">
            {whyWords(why)} {own.length}
          </b>
          <span className="narrow">
            {own.map(({ number }) => (
              <span key={number}>
                {" "}
                <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(number)}`}>
                  {number}
                </Link>
              </span>
            ))}
          </span>
        </p>
      ))}
    </section>
  );
}

function whyWords(why: string): string {
  if (isLook(why)) return lookNames[why].name;
  if (isOrderState(why)) return stateNames[why].name;
  return why === "changed-meanwhile" ? "Somebody changed it meanwhile" : why;
}
