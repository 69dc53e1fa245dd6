"use client";

import Link from "next/link";
import { usePathname, useRouter, useSearchParams } from "next/navigation";
import { useEffect, useState } from "react";
import { classNames } from "@/ui/class-names";
import { SideList } from "@/ui/parts/side-list";
import { queueNames } from "./order-states";

interface Props {
  readonly entries: readonly {
    readonly number: string;
    readonly state: string;
    readonly customerName: string;
    readonly place: string;
    readonly goods: string;
    readonly currency: string;
  }[];
  readonly counts: readonly { readonly state: string; readonly count: number }[];
  readonly current: string | undefined;
}

const colours: Readonly<Record<string, string>> = {
  "needs-look": "text-loss font-semibold",
  "out-of-date": "text-loss",
};

/** Queues, search, and the orders of the chosen queue. */
export function OrdersSide({ entries, counts, current }: Props) {
  const query = useSearchParams();
  const queue = query.get("queue") ?? "";
  const open = counts.reduce((sum, { state, count }) => sum + (state === "done" ? 0 : count), 0);
  const own = queue === "" ? open : (counts.find(({ state }) => state === queue)?.count ?? 0);
  const link = (state: string) => ({
    pathname: current === undefined ? "/orders" : `/orders/${current}`,
    query: { ...(state ? { queue: state } : {}), ...(query.get("find") ? { find: query.get("find") } : {}) },
  });
  const suffix = query.size > 0 ? `?${query.toString()}` : "";
  return (
    <>
      <nav aria-label="Queues" className="border-b border-hairline px-2.5 pt-2 pb-1.5">
        <ul className="narrow flex flex-wrap gap-0.5">
          {[{ state: "", count: open }, ...counts].map(({ state, count }) => (
            <li key={state}>
              <Link
                href={link(state)}
                prefetch={false}
                aria-current={queue === state ? "true" : undefined}
                className={classNames(
                  "block rounded-sm px-1.5 py-1",
                  queue === state ? "bg-ink text-on-ink" : "text-soft hover:bg-well",
                )}
              >
                {state === "" ? "Open" : queueNames[state]?.name} <b>{count}</b>
              </Link>
            </li>
          ))}
        </ul>
        <OrderSearch />
        {own > entries.length && !query.get("find") && (
          <p className="text-soft">The newest {entries.length}; searching finds the others.</p>
        )}
      </nav>
      <SideList
        label="Orders"
        current={current}
        empty={
          query.get("find")
            ? `No order has “${query.get("find") ?? ""}” in its number, name, town or postcode.`
            : "No order in this queue."
        }
        entries={entries.map((order) => ({
          key: order.number,
          href: `/orders/${encodeURIComponent(order.number)}${suffix}`,
          title: (
            <>
              <span className="font-semibold">{order.number}</span>{" "}
              <span className="text-soft">{order.customerName}</span>
            </>
          ),
          mark: (
            <span className={colours[order.state] ?? "text-soft"}>
              <span aria-hidden>{queueNames[order.state]?.sign}</span> {queueNames[order.state]?.short}
            </span>
          ),
          sub: order.place,
          figure: `${order.goods} ${order.currency}`,
        }))}
      />
    </>
  );
}

const PAUSE_MS = 200;

/** Looks for part of a number, a name, a town or a postcode while it is typed. */
function OrderSearch() {
  const router = useRouter();
  const pathname = usePathname();
  const query = useSearchParams();
  const stored = query.get("find") ?? "";
  const [typed, setTyped] = useState(stored);
  useEffect(() => {
    if (typed === stored) return;
    const timer = setTimeout(() => {
      const next = new URLSearchParams(query);
      if (typed) next.set("find", typed);
      else next.delete("find");
      router.replace(`${pathname}?${next.toString()}`);
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [typed, stored, query, pathname, router]);
  return (
    <label className="mt-1.5 block px-1">
      <span className="sr-only">Search orders</span>
      <input
        type="search"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        maxLength={100}
        placeholder="Number, name, town, postcode  /"
        className="control h-7 w-full px-1.5"
      />
    </label>
  );
}
