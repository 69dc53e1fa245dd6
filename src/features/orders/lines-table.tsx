"use client";

import { sent } from "@/features/submit";
import { EditField } from "@/ui/fields/edit-field";
import { plainNumber } from "@/ui/number-text";
import { changeQuantity, type OrderTarget } from "./actions";
import type { OrderView } from "./load";

interface Props {
  readonly view: OrderView;
  readonly target: OrderTarget;
  readonly mayEdit: boolean;
}

/** The goods: pieces can be changed, everything else tells. */
export function LinesTable({ view, target, mayEdit }: Props) {
  const setPieces = (position: number) => async (typed: string) => {
    const quantity = Number(plainNumber(typed));
    if (!Number.isInteger(quantity) || quantity < 1)
      return { ok: false as const, text: "A whole number of 1 or more." };
    return sent(changeQuantity(target, { position, quantity }));
  };
  return (
    <section aria-label="Lines" className="sheet relative overflow-x-auto">
      <table className="w-full border-collapse">
        <thead className="narrow text-left text-xs text-soft">
          <tr className="border-b border-hairline [&>th]:px-2 [&>th]:py-1.5 [&>th]:font-normal">
            <th>Item</th>
            <th className="w-24 text-right">Pieces</th>
            <th className="text-right">kg each</th>
            <th>In stock</th>
            <th className="text-right">Without tax, {view.currency}</th>
          </tr>
        </thead>
        <tbody>
          {view.lines.map((line) => (
            <tr
              key={line.position}
              className="border-b border-hairline last:border-0 [&>td]:h-[30px] [&>td]:px-2"
            >
              <td>
                {line.name}
                {line.goodsClass !== undefined && <span className="text-soft"> · {line.goodsClass}</span>}
              </td>
              <td className="text-right [&>div]:mb-0 [&_div]:justify-end">
                <EditField
                  hideLabel
                  numeric
                  width="4.5rem"
                  label={`Pieces of ${line.name}`}
                  value={String(line.quantity)}
                  readOnly={!mayEdit}
                  onCommit={setPieces(line.position)}
                />
              </td>
              <td className="text-right">{line.weight ?? <span className="text-loss">none</span>}</td>
              <td className="narrow text-soft">
                {line.origin !== undefined && <b>from {view.originNames[line.origin] ?? line.origin} · </b>}
                {line.stock
                  ? line.stock
                      .map((entry) => `${view.originNames[entry.origin] ?? entry.origin} ${entry.quantity}`)
                      .join(", ") || "nowhere"
                  : "not stock-kept"}
              </td>
              <td className="text-right">{line.net}</td>
            </tr>
          ))}
          {view.lines.length === 0 && (
            <tr>
              <td colSpan={5} className="px-2 py-3 text-soft">
                This order has no lines: there is nothing to ship.
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </section>
  );
}
