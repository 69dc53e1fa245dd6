"use client";

import Link from "next/link";
import { usePathname, useRouter, useSearchParams } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { classNames } from "@/ui/class-names";
import { SideList } from "@/ui/parts/side-list";
import { Key } from "@/ui/parts/key";
import { useKept } from "@/ui/use-kept";
import { sent } from "@/features/submit";
import { askDeskStamp } from "./actions";
import { ManyBar } from "./many-bar";
import { QueueFilters } from "./queue-filters";
import { isOpen, type OrderState } from "@/core/orders/order-state";
import type { Queue } from "./load";
import { lookNames, stateNames } from "./order-states";

interface Props {
  readonly queue: Queue;
  readonly current: string | undefined;
  readonly mayEdit: boolean;
}

const LOOK_MS = 8_000;

/** Has the desk shown anew when something has moved on it: orders come in, are rated, and are worked on by others. */
function useFollowing(stamp: string): void {
  const router = useRouter();
  useEffect(() => {
    let isAsking = false;
    const look = async () => {
      if (document.hidden || isAsking) return;
      isAsking = true;
      const answer = await sent(askDeskStamp());
      isAsking = false;
      if (answer.ok && answer.value !== stamp) router.refresh();
    };
    const timer = setInterval(() => void look(), LOOK_MS);
    return () => clearInterval(timer);
  }, [router, stamp]);
}

const colours: Partial<Record<OrderState, string>> = { "out-of-date": "text-loss" };

/** Queues, search, and the orders of the chosen queue. */
export function OrdersSide({ queue, current, mayEdit }: Props) {
  const { entries, found, states, looks } = queue;
  const query = useSearchParams();
  const asked = query.get("queue") ?? "";
  const open = states.reduce((sum, { state, count }) => sum + (isOpen(state) ? count : 0), 0);
  const link = (of: string) => {
    const next = new URLSearchParams(query);
    if (of === "") next.delete("queue");
    else next.set("queue", of);
    return `${current === undefined ? "/orders" : `/orders/${encodeURIComponent(current)}`}?${next.toString()}`;
  };
  useFollowing(queue.stamp);
  const [kept, keep] = useKept("desk selection", "");
  const selection = useMemo(() => new Set(kept === "" ? [] : kept.split(",")), [kept]);
  const suffix = query.size > 0 ? `?${query.toString()}` : "";
  const queues = [
    { key: "", name: "Open", count: open },
    ...states
      // what is new is rated within seconds
      .filter(
        ({ state, count }) => count > 0 || state === asked || !["received", "cancelled"].includes(state),
      )
      .map(({ state, count }) => ({ key: state, name: stateNames[state].name, count })),
  ];
  return (
    <>
      <div className="border-b border-hairline px-2.5 pt-2 pb-1.5">
        <nav aria-label="Queues">
          <QueueLinks queues={queues} asked={asked} link={link} />
        </nav>
        {looks.length > 0 && (
          <nav aria-label="To check" className="mt-1 border-t border-hairline pt-1">
            <QueueLinks
              queues={looks.map(({ look, count }) => ({ key: look, name: lookNames[look].name, count }))}
              asked={asked}
              link={link}
              isOdd
            />
          </nav>
        )}
        <OrderSearch />
        <QueueFilters queue={queue} />
        {mayEdit && <WaysInAndOut />}
        {found > entries.length && (
          <p className="px-1 text-soft">
            {entries.length} of {found} are listed; searching finds the others.
          </p>
        )}
      </div>
      {mayEdit && <ManyBar queue={queue} selection={selection} onClear={() => keep("")} />}
      <SideList
        label="Orders"
        current={current}
        {...(mayEdit ? { selection, onSelect: (next) => keep([...next].join(",")) } : {})}
        empty={
          query.get("find")
            ? `No order has “${query.get("find") ?? ""}” in its number, name, town, postcode or items.`
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
          mark: <OrderMark state={order.state} look={order.look} />,
          sub: order.place,
          figure: `${order.goods} ${order.currency}`,
        }))}
      />
    </>
  );
}

/** How far an order is; where something is odd, that instead. */
function OrderMark({ state, look }: Pick<Queue["entries"][number], "state" | "look">) {
  const [first, ...more] = look;
  if (first !== undefined && isOpen(state))
    return (
      <span className="font-semibold text-loss" title={look.map((one) => lookNames[one].name).join(", ")}>
        <span aria-hidden>▲</span> {lookNames[first].short}
        {more.length > 0 && ` +${more.length}`}
      </span>
    );
  return (
    <span className={colours[state] ?? "text-soft"}>
      <span aria-hidden>{stateNames[state].sign}</span> {stateNames[state].short}
    </span>
  );
}

interface LinksProps {
  readonly queues: readonly { readonly key: string; readonly name: string; readonly count: number }[];
  readonly asked: string;
  readonly link: (queue: string) => string;
  readonly isOdd?: boolean;
}

function QueueLinks({ queues, asked, link, isOdd = false }: LinksProps) {
  return (
    <ul className="narrow flex flex-wrap gap-0.5">
      {queues.map(({ key, name, count }) => (
        <li key={key}>
          <Link
            href={link(key)}
            prefetch={false}
            aria-current={asked === key ? "true" : undefined}
            className={classNames(
              "block rounded-sm px-1.5 py-1",
              asked === key
                ? "bg-ink text-on-ink"
                : isOdd
                  ? "text-loss hover:bg-well"
                  : "text-soft hover:bg-well",
            )}
          >
            {name} <b>{count}</b>
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** How orders get in from here, and out. */
function WaysInAndOut() {
  const router = useRouter();
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        event.target.closest("input, textarea, select, [role=menu]") !== null;
      if (event.key === "n" && !typing && !event.ctrlKey && !event.metaKey && !event.altKey)
        router.push("/orders/~new");
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [router]);
  return (
    <p className="mt-1 flex gap-3 px-1">
      <Link prefetch={false} className="link" href="/orders/~new">
        New order <Key>n</Key>
      </Link>
      <Link prefetch={false} className="link" href="/orders/~list">
        Table
      </Link>
      <Link prefetch={false} className="link" href="/orders/~import">
        Import
      </Link>
      <Link prefetch={false} className="link" href="/orders/~leaving">
        To hand over
      </Link>
    </p>
  );
}

const PAUSE_MS = 200;

/** Looks for parts of a number, a name, a town, a postcode or an item while they are typed. */
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
        placeholder="Number, name, town, postcode, item  /"
        className="control h-7 w-full px-1.5"
      />
    </label>
  );
}
