"use client";

import { useId, useState } from "react";
import { findGoods, itemMeant } from "@/features/orders";
import { sent } from "@/features/submit";
import { emptyLine, type WrittenLine } from "./written-order";

interface LinesProps {
  readonly lines: readonly WrittenLine[];
  readonly prices: readonly (string | undefined)[];
  readonly currency: string;
  readonly includesTax: boolean;
  readonly onSet: (lines: readonly WrittenLine[]) => void;
  /** Hears which item a line's text means, a moment after it was left. */
  readonly onMeant: (at: number, typed: string, sku: string) => void;
}

/** The goods; a fresh line stands below the last as soon as that is begun. */
export function WrittenLines({ lines, prices, currency, includesTax, onSet, onMeant }: LinesProps) {
  const id = useId();
  const [found, setFound] = useState<readonly { sku: string; name: string }[]>([]);
  const set = (at: number, more: Partial<WrittenLine>) => {
    const next = lines.map((line, i) => (i === at ? { ...line, ...more } : line));
    onSet(next[next.length - 1]?.sku.trim() === "" ? next : [...next, emptyLine]);
  };
  const look = async (at: number, sku: string) => {
    set(at, { sku });
    if (sku.trim().length < 2) return;
    const answer = await sent(findGoods(sku));
    if (answer.ok) setFound(answer.value);
  };
  // what was left as a name, or in other letters, becomes the number it means
  const settle = async (at: number, sku: string) => {
    if (sku.trim() === "") return;
    const answer = await sent(findGoods(sku));
    const meant = answer.ok ? itemMeant(sku, answer.value) : undefined;
    if (meant !== undefined && meant !== sku) onMeant(at, sku, meant);
  };
  // the price of a line without one is the catalogue's; lines without an item have none
  const priceOf = (at: number) =>
    prices[lines.slice(0, at).filter(({ sku }) => sku.trim() !== "").length] ?? "";
  return (
    <section aria-label="Goods" className="sheet px-3 py-2.5">
      <table className="w-full">
        <thead className="text-left text-xs text-soft">
          <tr className="[&>th]:pb-1 [&>th]:font-normal">
            <th>Item</th>
            <th className="w-16 text-right">Pieces</th>
            <th className="w-28 text-right">
              {currency}, {includesTax ? "with tax" : "without tax"}
            </th>
            <th className="w-6">
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line, at) => (
            <tr key={at} className="[&>td]:py-0.5 [&>td]:pr-1.5">
              <td>
                <input
                  aria-label={`Item ${at + 1}`}
                  list={id}
                  className="control h-8 w-full px-2"
                  placeholder="number or name"
                  value={line.sku}
                  onChange={(event) => void look(at, event.target.value)}
                  onBlur={(event) => void settle(at, event.target.value)}
                />
              </td>
              <td>
                <input
                  aria-label={`Pieces ${at + 1}`}
                  inputMode="numeric"
                  className="control h-8 w-full px-2 text-right"
                  value={line.quantity}
                  onChange={(event) => set(at, { quantity: event.target.value })}
                />
              </td>
              <td>
                <input
                  aria-label={`Price ${at + 1}`}
                  inputMode="decimal"
                  className="control h-8 w-full px-2 text-right"
                  placeholder={line.sku.trim() === "" ? "" : priceOf(at)}
                  value={line.price}
                  onChange={(event) => set(at, { price: event.target.value })}
                />
              </td>
              <td>
                {lines.length > 1 && line.sku.trim() !== "" && (
                  <button
                    type="button"
                    aria-label={`Remove line ${at + 1}`}
                    className="rounded-sm px-1 hover:bg-well"
                    onClick={() => onSet(lines.filter((_, i) => i !== at))}
                  >
                    ✕
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <datalist id={id}>
        {found.map(({ sku, name }) => (
          <option key={sku} value={sku}>
            {name}
          </option>
        ))}
      </datalist>
    </section>
  );
}
