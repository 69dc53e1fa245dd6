"use client";

import { useId, useState, type FormEvent } from "react";
import { sent, useSubmit } from "@/features/submit";
import { EditField } from "@/ui/fields/edit-field";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { findGoods, type OrderTarget } from "./actions";
import { itemMeant } from "./item-meant";
import { changeLines, changeQuantity } from "./order-calls";
import type { OrderView } from "./load";

interface Props {
  readonly view: OrderView;
  readonly target: OrderTarget;
  readonly mayEdit: boolean;
}

type Line = OrderView["lines"][number];

/** The goods: pieces are changed, lines added and taken out, and pieces pinned to where they are to leave from. */
export function LinesTable({ view, target, mayEdit, offer }: Props & { readonly offer: string | undefined }) {
  const { busy, trouble, submit } = useSubmit();
  const [pinning, setPinning] = useState<number>();
  return (
    <section aria-label="Lines" className="sheet relative overflow-x-auto">
      <table className="w-full border-collapse">
        <thead className="narrow text-left text-xs text-soft">
          <tr className="border-b border-hairline [&>th]:px-2 [&>th]:py-1.5 [&>th]:font-normal">
            <th>Item</th>
            <th className="w-24 text-right">Pieces</th>
            <th className="text-right max-md:hidden">kg each</th>
            <th className="max-md:hidden">Free in stock</th>
            <th className="text-right">Without tax, {view.currency}</th>
            {mayEdit && (
              <th>
                <span className="sr-only">Change</span>
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {view.lines.map((line) => (
            <LineRow
              key={line.position}
              line={line}
              view={view}
              target={target}
              mayEdit={mayEdit}
              busy={busy}
              onPin={() => setPinning(pinning === line.position ? undefined : line.position)}
              onRemove={() =>
                void submit(() => changeLines(target, { do: "remove", position: line.position }))
              }
            />
          ))}
          {view.lines.length === 0 && (
            <tr>
              <td colSpan={6} className="px-2 py-3 text-soft">
                This order has no lines: there is nothing to ship.
              </td>
            </tr>
          )}
        </tbody>
      </table>
      {pinning !== undefined && view.lines[pinning] && (
        <PinForm
          line={view.lines[pinning]}
          view={view}
          busy={busy}
          onPin={async (origins) => {
            const answer = await submit(() => changeLines(target, { do: "pin", position: pinning, origins }));
            if (answer.ok) setPinning(undefined);
          }}
        />
      )}
      <PinNote view={view} offer={offer} />
      {mayEdit && (
        <AddLine
          busy={busy}
          onAdd={(sku, quantity) => submit(() => changeLines(target, { do: "add", sku, quantity }))}
        />
      )}
      <Trouble text={trouble} />
    </section>
  );
}

/** What it comes to that pieces are pinned, for the offer at hand. */
function PinNote({
  view: { pinCosts, currency },
  offer,
}: {
  readonly view: OrderView;
  readonly offer: string | undefined;
}) {
  const own = pinCosts.find((one) => one.offer === offer);
  if (!own) return null;
  const signed = (text: string) => (text.startsWith("-") ? `−${text.slice(1)}` : `+${text}`);
  const isSame = Number(own.cost) === 0 && Number(own.net) === 0;
  return (
    <p className="border-t border-hairline px-2 py-1.5">
      {isSame
        ? "The pins change nothing: it is the best way."
        : `The pins: we pay ${signed(own.cost)} ${currency} against the best way, the charge is ${signed(own.net)}, both without tax.`}
    </p>
  );
}

interface RowProps extends Props {
  readonly line: Line;
  readonly busy: boolean;
  readonly onPin: () => void;
  readonly onRemove: () => void;
}

function LineRow({ line, view, target, mayEdit, busy, onPin, onRemove }: RowProps) {
  const setPieces = async (typed: string) => {
    const quantity = Number(plainNumber(typed));
    if (!Number.isInteger(quantity) || quantity < 1)
      return { ok: false as const, text: "A whole number of 1 or more." };
    return sent(changeQuantity(target, { position: line.position, quantity }));
  };
  const nameOf = (origin: string) => view.originNames[origin] ?? origin;
  const pinned =
    line.origin === undefined ? line.origins : [{ origin: line.origin, quantity: line.quantity }];
  const from = pinned
    ?.map(({ origin, quantity }) => (pinned.length === 1 ? nameOf(origin) : `${nameOf(origin)} ${quantity}`))
    .join(", ");
  return (
    <tr className="border-b border-hairline last:border-0 [&>td]:h-[30px] [&>td]:px-2">
      <td>
        {line.name}
        {line.goodsClass !== undefined && <span className="text-soft"> · {line.goodsClass}</span>}
        {from !== undefined && <span className="narrow block text-soft md:hidden">from {from}</span>}
      </td>
      <td className="text-right [&>div]:mb-0 [&_div]:justify-end">
        <EditField
          hideLabel
          numeric
          width="4.5rem"
          label={`Pieces of ${line.name}`}
          value={String(line.quantity)}
          readOnly={!mayEdit}
          onCommit={setPieces}
        />
      </td>
      <td className="text-right max-md:hidden">{line.weight ?? <span className="text-loss">none</span>}</td>
      <td className="narrow text-soft max-md:hidden">
        {from !== undefined && <b>from {from} · </b>}
        {line.stock
          ? line.stock.map((entry) => `${nameOf(entry.origin)} ${entry.quantity}`).join(", ") || "nowhere"
          : "not stock-kept"}
      </td>
      <td className="text-right">{line.net}</td>
      {mayEdit && (
        <td className="text-right whitespace-nowrap">
          <button
            type="button"
            className="link mr-2"
            aria-label={`Pin ${line.name} to an origin`}
            onClick={onPin}
          >
            Pin
          </button>
          <button
            type="button"
            className="rounded-sm px-1 hover:bg-well"
            aria-label={`Remove ${line.name}`}
            title="Remove the line"
            disabled={busy || view.lines.length === 1}
            onClick={onRemove}
          >
            ✕
          </button>
        </td>
      )}
    </tr>
  );
}

type Pins = { origin: string; quantity: number }[];

/** How many pieces of a line leave from where; all empty takes the pins off. */
function PinForm({
  line,
  view,
  busy,
  onPin,
}: {
  readonly line: Line;
  readonly view: OrderView;
  readonly busy: boolean;
  readonly onPin: (origins: Pins) => Promise<void>;
}) {
  const before =
    line.origin === undefined ? line.origins : [{ origin: line.origin, quantity: line.quantity }];
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>(
    Object.fromEntries((before ?? []).map(({ origin, quantity }) => [origin, String(quantity)])),
  );
  const pins = Object.entries(typed)
    .map(([origin, text]) => ({ origin, quantity: Number(plainNumber(text)) }))
    .filter(({ quantity }) => quantity > 0);
  const pieces = pins.reduce((sum, { quantity }) => sum + quantity, 0);
  const isWhole = pieces === 0 || pieces === line.quantity;
  const send = (event: FormEvent) => {
    event.preventDefault();
    if (isWhole) void onPin(pins);
  };
  return (
    <form
      aria-label={`Where ${line.name} leaves from`}
      onSubmit={send}
      className="flex flex-wrap items-end gap-3 border-t border-hairline px-2 py-2"
    >
      {Object.entries(view.originNames).map(([origin, name]) => (
        <label key={origin} className="narrow">
          {name}
          <input
            inputMode="numeric"
            className="control mt-0.5 block h-8 w-20 px-2 text-right"
            value={typed[origin] ?? ""}
            onChange={(event) => setTyped({ ...typed, [origin]: event.target.value })}
          />
        </label>
      ))}
      <Button type="submit" disabled={busy || !isWhole}>
        {pieces === 0 ? "Leave it to sourcing" : "Pin"}
      </Button>
      <span className={isWhole ? "text-soft" : "text-loss"}>
        {isWhole ? `of ${line.quantity} pieces` : `${pieces} of ${line.quantity} pieces`}
      </span>
    </form>
  );
}

interface AddProps {
  readonly busy: boolean;
  readonly onAdd: (sku: string, quantity: number) => Promise<{ readonly ok: boolean }>;
}

/** Adding an item: its number or a part of its name, and how many. */
function AddLine({ busy, onAdd }: AddProps) {
  const id = useId();
  const [typed, setTyped] = useState({ sku: "", quantity: "1" });
  const [found, setFound] = useState<readonly { sku: string; name: string }[]>([]);
  const look = async (sku: string) => {
    setTyped({ ...typed, sku });
    if (sku.trim().length < 2) return;
    const answer = await sent(findGoods(sku));
    if (answer.ok) setFound(answer.value);
  };
  const quantity = Number(plainNumber(typed.quantity));
  const send = async (event: FormEvent) => {
    event.preventDefault();
    const named = await sent(findGoods(typed.sku));
    const meant = named.ok ? itemMeant(typed.sku, named.value) : undefined;
    const answer = await onAdd(meant ?? typed.sku.trim(), quantity);
    if (answer.ok) setTyped({ sku: "", quantity: "1" });
  };
  return (
    <form
      aria-label="Add a line"
      onSubmit={(event) => void send(event)}
      className="flex flex-wrap items-center gap-2 border-t border-hairline px-2 py-1.5"
    >
      <input
        aria-label="Item to add"
        list={id}
        placeholder="Add an item: number or name"
        className="control h-7 w-64 px-1.5"
        value={typed.sku}
        onChange={(event) => void look(event.target.value)}
      />
      <datalist id={id}>
        {found.map(({ sku, name }) => (
          <option key={sku} value={sku}>
            {name}
          </option>
        ))}
      </datalist>
      <input
        aria-label="Pieces to add"
        inputMode="numeric"
        className="control h-7 w-16 px-1.5 text-right"
        value={typed.quantity}
        onChange={(event) => setTyped({ ...typed, quantity: event.target.value })}
      />
      <button
        type="submit"
        className="link"
        disabled={busy || typed.sku.trim() === "" || !Number.isInteger(quantity) || quantity < 1}
      >
        Add
      </button>
    </form>
  );
}
