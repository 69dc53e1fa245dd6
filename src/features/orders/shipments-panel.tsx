"use client";

import { useState } from "react";
import type { ShipmentChoice } from "@/core/orders/by-shipment";
import type { OfferView } from "@/features/quotes";
import { useSubmit } from "@/features/submit";
import { Branches } from "@/ui/line/branches";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { holdSplit } from "./actions";
import type { OrderView, SplitView } from "./load";

interface Props {
  readonly view: OrderView;
  readonly offer: OfferView;
  readonly mayEdit: boolean;
  readonly onCharge: (offer: string, shipments: readonly ShipmentChoice[]) => void;
}

const ROW = 40;

/** The shipments of an order that leaves in several, as branches that join; each can be charged by an offer of its own. */
export function ShipmentsPanel({ view, offer, mayEdit, onCharge }: Props) {
  const [split, setSplit] = useState<SplitView>();
  const { busy, trouble, submit } = useSubmit();
  const hold = async (chosen?: readonly (string | null)[]) => {
    const asked = {
      number: view.order.number,
      offer: offer.offer,
      ...(chosen ? { chosen: [...chosen] } : {}),
    };
    const answer = await submit(() => holdSplit(asked));
    if (answer.ok) setSplit(answer.value);
  };
  const choose = (at: number, code: string) =>
    void hold(split?.shipments.map((one, i) => (i === at ? code : (one.chosen ?? null))));
  const rows = split ? split.shipments : offer.shipments;
  return (
    <section aria-label="Shipments" className="sheet mb-3 px-3 py-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2>
          {rows.length} shipments by {offer.name}
        </h2>
        <span className="mr-auto text-soft">{view.currency}, without tax</span>
        {mayEdit && !split && (
          <button type="button" className="link" disabled={busy} onClick={() => void hold()}>
            An offer for each shipment
          </button>
        )}
      </div>
      <div className="flex items-stretch overflow-x-auto">
        <ul className="min-w-0 flex-1">
          {rows.map((row, at) => (
            <li
              key={`${row.origin} ${at}`}
              className="flex flex-wrap items-center gap-x-3 border-b border-hairline py-1 last:border-0 md:h-10 md:flex-nowrap md:py-0"
            >
              <ShipmentRow view={view} row={row} at={at} split={split} busy={busy} choose={choose} />
            </li>
          ))}
        </ul>
        <div className="shrink-0 pl-3 max-md:hidden">
          <Branches count={rows.length} row={ROW} />
        </div>
      </div>
      {split && <Sides split={split} view={view} busy={busy} mayEdit={mayEdit} onCharge={onCharge} />}
      <Trouble text={trouble} />
    </section>
  );
}

interface RowProps {
  readonly view: OrderView;
  readonly row: OfferView["shipments"][number] | SplitView["shipments"][number];
  readonly at: number;
  readonly split: SplitView | undefined;
  readonly busy: boolean;
  readonly choose: (at: number, code: string) => void;
}

function ShipmentRow({ view, row, at, split, busy, choose }: RowProps) {
  const own = split?.shipments[at];
  const origin = view.originNames[row.origin] ?? row.origin;
  const weight = "weight" in row ? row.weight : "chargeableWeight" in row ? row.chargeableWeight : undefined;
  const pieces = row.lines.map(({ sku, quantity }) => `${quantity} × ${sku}`).join(", ");
  const given = own?.offers.find(({ offer }) => offer === own.chosen);
  const cost = given?.cost ?? ("cost" in row ? row.cost : undefined);
  return (
    <>
      <i aria-hidden className="size-[14px] shrink-0 rounded-full border-[3px] border-ink bg-sheet" />
      <span className="w-24 shrink-0 truncate font-semibold">{origin}</span>
      <span className="narrow min-w-0 flex-1 truncate text-soft" title={pieces}>
        {view.serviceNames[row.service] ?? row.service}: {pieces} · {row.parcels}{" "}
        {row.parcels === 1 ? "parcel" : "parcels"}
        {weight !== undefined && `, ${weight} kg`}
      </span>
      <span className="narrow shrink-0 text-right whitespace-nowrap text-soft">we pay {cost ?? "–"}</span>
      {own && (
        <>
          <select
            aria-label={`Offer of the shipment from ${origin}`}
            className="control h-7 w-44 shrink-0 px-1"
            disabled={busy}
            value={own.chosen ?? ""}
            onChange={(event) => choose(at, event.target.value)}
          >
            {own.chosen === undefined && <option value="">none can be given</option>}
            {own.offers.map(({ offer, name, net }) => (
              <option key={offer} value={offer}>
                {name} {net}
              </option>
            ))}
          </select>
          <span className="w-20 shrink-0 text-right font-semibold">{given?.net ?? "–"}</span>
        </>
      )}
    </>
  );
}

interface SidesProps extends Pick<Props, "view" | "mayEdit" | "onCharge"> {
  readonly split: SplitView;
  readonly busy: boolean;
}

/** What the order is charged by one offer and by shipment, side by side. */
function Sides({ split, view, busy, mayEdit, onCharge }: SidesProps) {
  const { bySplit, forAll, shipments } = split;
  const isApplied =
    bySplit !== undefined && view.applied?.offer.parts && view.applied.offer.offer === bySplit.offer;
  const choices = shipments.flatMap(({ origin, lines, chosen }) =>
    chosen === undefined ? [] : [{ origin, lines: [...lines], offer: chosen }],
  );
  return (
    <div className="flex flex-wrap items-end justify-between gap-3 border-t border-hairline pt-2">
      <table className="border-collapse [&_td]:px-2 [&_td]:py-0.5 [&_th]:px-2">
        <thead className="narrow text-xs text-soft">
          <tr>
            <th className="text-left font-normal">Charged</th>
            <th className="text-right font-normal">We pay, {view.currency}</th>
            <th className="text-right font-normal">Charge ex tax</th>
            <th className="text-right font-normal">With tax</th>
            <th className="text-right font-normal">Margin</th>
          </tr>
        </thead>
        <tbody>
          {[
            ["for all", forAll],
            ["by shipment", bySplit],
          ].map(([how, figures]) =>
            typeof figures === "object" ? (
              <tr key={how as string}>
                <td>
                  {how as string}, {figures.name}
                </td>
                <td className="text-right">{figures.cost}</td>
                <td className="text-right font-semibold">{figures.net}</td>
                <td className="text-right">{figures.gross}</td>
                <td className={`text-right ${figures.margin.startsWith("-") ? "text-loss" : "text-gain"}`}>
                  {figures.margin}
                </td>
              </tr>
            ) : null,
          )}
        </tbody>
      </table>
      {mayEdit && bySplit && !isApplied && (
        <Button disabled={busy} onClick={() => onCharge(bySplit.offer, choices)}>
          Charge by shipment
        </Button>
      )}
    </div>
  );
}
