"use client";

import { useEffect, useState } from "react";
import { OffersTable, WorkingView } from "@/features/quotes";
import { useSubmit } from "@/features/submit";
import { PageHead } from "@/ui/parts/page-head";
import { Button } from "@/ui/parts/button";
import { Key } from "@/ui/parts/key";
import { applyCharge, confirm } from "./actions";
import { AddressFields } from "./address-fields";
import { ChargeNote } from "./charge-note";
import { LinesTable } from "./lines-table";
import { EraseCustomer } from "./erase-customer";
import type { OrderView } from "./load";
import { OrderHistory } from "./order-history";
import { PinOrder } from "@/features/bench";
import { queueNames } from "./order-states";
import { TotalsTable } from "./totals-table";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly view: OrderView;
  readonly mayEdit: boolean;
  /** Of a done order whose customer is still named. */
  readonly mayErase: boolean;
}

/** An order on the desk: what it holds, where it goes, what can be offered, and how each figure came about. */
export function OrderDesk({ view, mayEdit, mayErase }: Props) {
  const { order, quote, applied, state } = view;
  const open = mayEdit && state !== "done";
  const [chosen, setChosen] = useState<string>();
  const { busy, trouble, submit } = useSubmit();
  const target = { number: order.number, version: order.version };
  const current =
    quote?.offers.find((offer) => offer.offer === (chosen ?? applied?.offer.offer)) ?? quote?.offers[0];
  const apply = (offer: string) => void submit(() => applyCharge(target, offer));
  const rerate = () => applied && apply(applied.offer.offer);
  useDeskKeys({ a: () => open && current && apply(current.offer), r: () => open && rerate() });
  // once confirmed, the charge explains itself with the working it was applied with
  const shown = state === "done" && applied ? applied.offer : current;
  return (
    <>
      <PageHead
        above={
          <>
            Order {order.number} · {view.channelName} · {view.placed} ·{" "}
            <span aria-hidden>{queueNames[state]?.sign}</span> {queueNames[state]?.name}
          </>
        }
        title={`${order.customerName}, ${order.postcode} ${order.city}`}
      >
        <PinOrder number={order.number} placedAt={order.placedAt} />
        {open && (
          <>
            <Button onClick={rerate} disabled={!applied || busy} title="Work the applied offer out anew (r)">
              Re-rate <Key>r</Key>
            </Button>
            <Button
              kind="main"
              disabled={state !== "ready" || busy}
              onClick={() => void submit(() => confirm(target))}
              title={
                state === "ready"
                  ? "Lock the order with this charge"
                  : "Needs an applied charge that is up to date"
              }
            >
              Confirm order
            </Button>
          </>
        )}
      </PageHead>
      <Trouble text={trouble} />
      <ChargeNote view={view} />
      <div className="mb-3 grid items-start gap-3 xl:grid-cols-[minmax(0,1fr)_250px]">
        <LinesTable view={view} target={target} mayEdit={open} />
        <TotalsTable view={view} />
      </div>
      <AddressFields view={view} target={target} mayEdit={open} />
      <OffersTable
        view={view}
        chosen={current?.offer}
        mayApply={open && !busy}
        onChoose={setChosen}
        onApply={apply}
      />
      {shown && (
        <WorkingView
          offer={shown}
          view={view}
          // a charge that was confirmed is as it was
          draft={state === "done" ? undefined : view.draftSteps[shown.offer]}
          revision={state === "done" && applied ? applied.revision : view.revision}
          aside={`${shown.name} · revision ${state === "done" && applied ? applied.revision : view.revision}`}
        />
      )}
      <OrderHistory history={view.history} />
      {mayErase && <EraseCustomer number={order.number} name={order.customerName} />}
    </>
  );
}

/** Single keys of the desk, deaf while somebody types. */
function useDeskKeys(keys: Readonly<Record<string, () => unknown>>): void {
  useEffect(() => {
    let afterG = false;
    const onKeyDown = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        event.target.closest("input, textarea, select, [role=menu]") !== null;
      if (!typing && !afterG && !event.ctrlKey && !event.metaKey && !event.altKey) keys[event.key]?.();
      afterG = event.key === "g";
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  });
}
