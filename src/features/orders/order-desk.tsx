"use client";

import Link from "next/link";
import { useEffect, useState } from "react";
import { isOpen } from "@/core/orders/order-state";
import { OffersTable, WorkingView } from "@/features/quotes";
import { useSubmit } from "@/features/submit";
import { Trouble } from "@/ui/parts/trouble";
import { applyCharge } from "./order-calls";
import { AddressFields } from "./address-fields";
import { ChargeNote } from "./charge-note";
import { EraseCustomer } from "./erase-customer";
import { AskedNote } from "./asked-note";
import { AfterConfirming } from "./credits";
import { HandCharge } from "./hand-charge";
import { LinesTable } from "./lines-table";
import type { OrderView } from "./load";
import { LookNotes } from "./look-notes";
import { OrderHead } from "./order-head";
import { OrderHistory } from "./order-history";
import { OrderPapers } from "./order-papers";
import { ShipmentsPanel } from "./shipments-panel";
import { TotalsTable } from "./totals-table";

interface Props {
  readonly view: OrderView;
  readonly mayEdit: boolean;
  readonly mayReopen: boolean;
  /** Of an order that is closed and whose customer is still named. */
  readonly mayErase: boolean;
  readonly mayAgree: boolean;
}

/** An order on the desk: what it holds, where it goes, what can be offered, and how each figure came about. */
export function OrderDesk({ view, mayEdit, mayReopen, mayErase, mayAgree }: Props) {
  const { order, quote, applied, state } = view;
  const open = mayEdit && isOpen(state);
  const [chosen, setChosen] = useState<string>();
  const { busy, trouble, submit } = useSubmit();
  const target = { number: order.number, version: order.version };
  const current =
    quote?.offers.find((offer) => offer.offer === (chosen ?? applied?.offer.offer ?? view.wish?.offer)) ??
    quote?.offers[0];
  // charged by shipment it is none of the offers for all
  const bySplit =
    chosen === undefined && applied?.offer.parts ? (view.nowInstead ?? applied.offer) : undefined;
  const apply = async (offer: string, byHand?: Parameters<typeof applyCharge>[1]["byHand"]) => {
    const answer = await submit(() => applyCharge(target, byHand ? { offer, byHand } : { offer }));
    // what is applied is what is shown
    if (answer.ok) setChosen(undefined);
  };
  const rerate = () => applied && apply(applied.offer.offer);
  const nth = (n: number) => {
    const offer = quote?.offers[n - 1];
    if (open && offer) apply(offer.offer);
  };
  useDeskKeys({
    a: () => open && current && apply(current.offer),
    r: () => open && rerate(),
    ...Object.fromEntries(Array.from({ length: 9 }, (_, i) => [String(i + 1), () => nth(i + 1)])),
  });
  // once confirmed, the charge explains itself with the working it was applied with
  const closed = !isOpen(state);
  const shown = closed && applied ? applied.offer : typeof bySplit === "object" ? bySplit : current;
  const revision = closed && applied ? applied.revision : view.revision;
  return (
    <>
      <OrderHead
        view={view}
        target={target}
        mayEdit={mayEdit}
        mayReopen={mayReopen}
        busy={busy}
        onRerate={rerate}
      />
      <Trouble text={trouble} />
      <ChargeNote view={view} />
      <AskedNote view={view} target={target} mayEdit={mayEdit} mayAgree={mayAgree} />
      <LookNotes view={view} mayEdit={open && !busy} onCharge={(offer, byHand) => apply(offer, byHand)} />
      <div className="mb-3 grid items-start gap-3 xl:grid-cols-[minmax(0,1fr)_270px]">
        <LinesTable view={view} target={target} mayEdit={open} offer={current?.offer} />
        <div>
          <TotalsTable view={view} />
          {open && applied && <HandCharge view={view} target={target} />}
          <AfterConfirming view={view} target={target} mayEdit={mayEdit} />
        </div>
      </div>
      <AddressFields view={view} target={target} mayEdit={open} />
      <OffersTable
        view={view}
        chosen={bySplit ? undefined : current?.offer}
        mayApply={open && !busy}
        onChoose={setChosen}
        onApply={(offer) => apply(offer)}
      />
      {shown && shown.shipments.length > 1 && (
        <ShipmentsPanel
          // of another offer, or of the order as it is now, it begins anew
          key={`${shown.offer} ${order.version}`}
          view={view}
          offer={shown}
          mayEdit={open && !busy}
          onCharge={(offer, shipments) => apply(offer, { shipments: [...shipments] })}
        />
      )}
      {(shown?.parts ?? (shown ? [shown] : [])).map((offer, i) => (
        <div key={i} className="mb-3">
          <WorkingView
            offer={offer}
            view={view}
            // a charge that was confirmed is as it was
            draft={closed || shown?.parts ? undefined : view.draftSteps[offer.offer]}
            revision={revision}
            aside={
              <>
                {offer.name}
                {shown?.parts && `, ${view.originNames[offer.shipments[0]?.origin ?? ""] ?? ""}`} · revision{" "}
                {revision}
                {!closed && isOtherwise(view.draftSteps[offer.offer]) && (
                  <BesideDraft number={order.number} />
                )}
              </>
            }
          />
        </div>
      ))}
      <OrderPapers view={view} />
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

function isOtherwise(steps: OrderView["draftSteps"][string] | undefined): boolean {
  return steps !== undefined && Object.keys(steps).length > 0;
}

/** To the order by what is live and by the draft. */
function BesideDraft({ number }: { readonly number: string }) {
  return (
    <>
      {" · "}
      <Link prefetch={false} className="link" href={`/gate/orders/${encodeURIComponent(number)}`}>
        beside the draft
      </Link>
    </>
  );
}
