import Link from "next/link";
import type { TotalLine } from "@/core/replay/totals";
import { classNames } from "@/ui/class-names";
import { SpreadBars } from "@/ui/charts/spread-bars";
import { ListTable } from "@/ui/parts/list-table";
import type { ShownReplay } from "./load";
import { money, moneyDifference } from "./money-difference";

/** What a replay came to: sums, pictures, and the orders that moved most. */
export function ReplayFigures({ replay }: { readonly replay: ShownReplay }) {
  const { currency, totals, spread, worst, best } = replay;
  return (
    <div className="space-y-4">
      <div className="grid gap-x-8 gap-y-3 lg:grid-cols-2">
        <section aria-label="Charge">
          <h2>Charge without tax, by order</h2>
          <SpreadBars
            label="Orders by how much more they are charged"
            bars={bars(spread.charge)}
            unit={currency}
          />
        </section>
        <section aria-label="Margin">
          <h2>What is left after the carriers, by order</h2>
          <SpreadBars
            label="Orders by how much more is left of them"
            bars={bars(spread.margin)}
            unit={currency}
          />
        </section>
      </div>
      {totals.map(({ by, rows }) => (
        <ListTable
          key={by}
          heads={[
            by,
            "Orders",
            "Changed",
            `Charge, ${currency}`,
            "Difference",
            `Cost, ${currency}`,
            "Difference",
            `Left, ${currency}`,
            "Difference ",
          ]}
          narrow
          figuresFrom={1}
        >
          {rows.map(({ name, line }) => (
            <tr key={name} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-1">
              <td>{name}</td>
              <td className="text-right">{ordersText(line)}</td>
              <td className="text-right">{line.changed}</td>
              <Pair pair={line.charge} />
              <Pair pair={line.cost} isCost />
              <Pair pair={line.margin} />
            </tr>
          ))}
        </ListTable>
      ))}
      <div className="grid gap-x-8 gap-y-3 lg:grid-cols-2">
        <Moves name="Least left of" moves={worst} currency={currency} />
        <Moves name="Most left of" moves={best} currency={currency} />
      </div>
    </div>
  );
}

const bars = (steps: ShownReplay["spread"]["charge"]) =>
  steps.map(({ over, upTo, orders }) => ({ over, upTo, count: orders }));

function ordersText({ orders: [before, after] }: TotalLine): string {
  return before === after ? String(after) : `${before} → ${after}`;
}

function Pair({
  pair,
  isCost = false,
}: {
  readonly pair: readonly [string, string];
  readonly isCost?: boolean;
}) {
  const difference = moneyDifference(pair);
  const isWorse = difference.startsWith("−") !== isCost;
  return (
    <>
      <td className="text-right">{money(pair[1])}</td>
      <td
        className={classNames(
          "text-right",
          difference === "same"
            ? "text-soft"
            : isWorse
              ? "font-semibold text-loss"
              : "font-semibold text-gain",
        )}
      >
        {difference}
      </td>
    </>
  );
}

function Moves({
  name,
  moves,
  currency,
}: {
  readonly name: string;
  readonly moves: ShownReplay["worst"];
  readonly currency: string;
}) {
  if (moves.length === 0) return null;
  return (
    <section aria-label={name}>
      <h2 className="pb-1">{name}</h2>
      <ListTable heads={["Order", `Charge, ${currency}`, `Left, ${currency}`]} narrow figuresFrom={1}>
        {moves.map(({ number, charge, margin }) => (
          <tr key={number} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
            <td>
              <Link
                prefetch={false}
                className="link"
                href={`/gate/orders/${encodeURIComponent(number)}`}
                title="By what is live and by the draft"
              >
                {number}
              </Link>
            </td>
            <td className="text-right">{moneyDifference(["0", charge])}</td>
            <td className="text-right">{moneyDifference(["0", margin])}</td>
          </tr>
        ))}
      </ListTable>
    </section>
  );
}
