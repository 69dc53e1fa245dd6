"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Order } from "@/core/orders/order";
import { ImportPanel, type RowVerdict } from "@/features/import";
import { useSubmit, sent } from "@/features/submit";
import { count as counted } from "@/messages/figures";
import { problemSentence } from "@/messages/problem-sentence";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import { planOrders, storeOrders, undoImport } from "./actions";
import type { OrderWords } from "./load";
import { ublTable } from "./ubl-table";
import { orderFields, ordersOf, orderTable, orderVerdict, type OrderRow } from "./order-rows";

type Fates = Extract<Awaited<ReturnType<typeof planOrders>>, { ok: true }>["value"];
type Stored = Extract<Awaited<ReturnType<typeof storeOrders>>, { ok: true }>["value"];

/** Orders in from a file: each row read, each order's fate shown, then all of it stored or nothing. */
export function OrderImport({ words }: { readonly words: OrderWords }) {
  const [channel, setChannel] = useState(words.channels[0]?.code ?? "");
  const [stored, setStored] = useState<Stored>();
  const [shown, setShown] = useState<{ readonly of: string; readonly fates: Fates }>();
  // a new panel after each import
  const [round, setRound] = useState(0);
  const isDone = useRef(false);
  const router = useRouter();
  const of = words.channels.find(({ code }) => code === channel);
  const read = useMemo(() => orderVerdict({ ...words, channel }), [words, channel]);
  const take = async (rows: readonly OrderRow[]) => {
    const orders = ordersOf(rows);
    const known = shown?.of === JSON.stringify(orders) ? shown.fates : await plannedFates(orders);
    const refused = known?.filter(({ fate }) => fate === "refused").length ?? 0;
    const answer = await sent(storeOrders({ orders, refused }));
    if (answer.ok) {
      isDone.current = true;
      setStored(answer.value);
      setRound(round + 1);
    }
    return answer;
  };
  // the panel also closes when it has stored: what came of it is shown, and the next file can come
  const close = () => {
    if (!isDone.current) router.push("/orders");
    isDone.current = false;
  };
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link prefetch={false} className="link" href="/orders">
            Orders
          </Link>
        }
        title="Import orders"
      />
      {stored && <StoredNote stored={stored} onUndone={() => setStored(undefined)} />}
      <p className="mb-3 max-w-[720px] text-soft">
        One row for each line of goods; rows with the same order number are one order. Prices are in the
        channel&apos;s currency, with tax where the channel&apos;s prices have it. A UBL 2.1 Order (XML) is
        read as one order. Nothing is stored before you say so.
      </p>
      <ImportPanel
        key={round}
        what="orders"
        fields={orderFields}
        read={read}
        isEdit={false}
        onTake={take}
        onClose={close}
        fromJson={tableOf}
        fromXml={(text) => (of ? ublTable(text, of) : "There is no channel.")}
        step={(rows) => (
          <>
            <label className="my-1.5 flex items-center gap-1.5">
              <span className="text-soft">Rows without a channel are of</span>
              <select
                className="control h-7 px-1"
                value={channel}
                onChange={(event) => setChannel(event.target.value)}
              >
                {words.channels.map(({ code, name }) => (
                  <option key={code} value={code}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            <FatesOf rows={rows} onFates={setShown} />
          </>
        )}
      />
    </div>
  );
}

async function plannedFates(orders: readonly Order[]): Promise<Fates | undefined> {
  const answer = await sent(planOrders(orders));
  return answer.ok ? answer.value : undefined;
}

/** A list of orders in JSON, as the API has them. */
function tableOf(value: unknown) {
  const list = Array.isArray(value) ? value : undefined;
  const isOrders = list?.every(
    (one) =>
      typeof one === "object" && one !== null && "customer" in one && "shipTo" in one && "lines" in one,
  );
  return list && isOrders ? orderTable(list as Order[]) : undefined;
}

const PAUSE_MS = 300;

/** What would become of the orders the rows make. */
function FatesOf({
  rows,
  onFates,
}: {
  readonly rows: readonly RowVerdict<OrderRow>[];
  readonly onFates: (found: { of: string; fates: Fates }) => void;
}) {
  const orders = useMemo(
    () => ordersOf(rows.flatMap(({ verdict }) => (verdict.kind === "taken" ? [verdict.value] : []))),
    [rows],
  );
  const [found, setFound] = useState<{ readonly of: readonly Order[]; readonly fates: Fates }>();
  useEffect(() => {
    if (orders.length === 0) return;
    let isOver = false;
    const timer = setTimeout(() => {
      void plannedFates(orders).then((fates) => {
        if (isOver || !fates) return;
        setFound({ of: orders, fates });
        onFates({ of: JSON.stringify(orders), fates });
      });
    }, PAUSE_MS);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [orders, onFates]);
  if (orders.length === 0) return null;
  if (found?.of !== orders)
    return <p className="my-1.5 text-soft">Looking at {counted(orders.length, "order")}…</p>;
  const count = (fate: string) => found.fates.filter((one) => one.fate === fate).length;
  const refused = found.fates.filter((one) => one.fate === "refused");
  return (
    <div className="my-1.5" aria-live="polite">
      <p>
        As orders: <b>{count("new")}</b> new · {count("changed")} changed · {count("same")} there already ·{" "}
        <b className={refused.length > 0 ? "text-loss" : ""}>{refused.length}</b> refused
      </p>
      <ul className="text-loss">
        {refused.slice(0, MOST_TOLD).map((fate, i) => (
          <li key={i}>
            {fate.number ?? "an order without a number"}: {whyRefused(fate)}
          </li>
        ))}
        {refused.length > MOST_TOLD && <li>and {refused.length - MOST_TOLD} more</li>}
      </ul>
    </div>
  );
}

const MOST_TOLD = 12;

function whyRefused(fate: Fates[number]): string {
  if (fate.fate !== "refused") return "";
  if (fate.why === "locked") return "it is confirmed, or has left, and holds something else.";
  if (fate.why === "twice") return "its number is in the file twice.";
  return fate.problems.map((one) => problemSentence(one)).join(" ");
}

function StoredNote({ stored, onUndone }: { readonly stored: Stored; readonly onUndone: () => void }) {
  const { busy, trouble, submit } = useSubmit();
  const { received, changed } = stored;
  const [told, setTold] = useState<string>();
  const undo = async () => {
    const answer = await submit(() => undoImport(received));
    if (!answer.ok) return;
    setTold(
      answer.value.orders === received.length
        ? `Undone: ${received.length}.`
        : `Undone: ${answer.value.orders}; the others have been worked on since.`,
    );
    onUndone();
  };
  return (
    <div
      role="status"
      className="sheet mb-3 flex flex-wrap items-baseline gap-x-3 border-l-4 border-l-sign px-3 py-1.5"
    >
      <b>
        {received.length === 1 ? "1 order" : `${received.length} orders`} received
        {changed > 0 && `, ${changed} changed`}.
      </b>
      {received.length > 0 && (
        <>
          <Link
            prefetch={false}
            className="link"
            href={`/orders/~many?numbers=${received.slice(0, 200).join(",")}`}
          >
            Rate and apply
          </Link>
          <Button kind="quiet" disabled={busy} onClick={() => void undo()}>
            Undo
          </Button>
        </>
      )}
      {told !== undefined && <span>{told}</span>}
      <Trouble text={trouble} />
    </div>
  );
}
