import { isOpen } from "@/core/orders/order-state";
import type { WordedOffer } from "@/messages/word-quote";
import { Decimal } from "@/core/money/decimal";
import type { OrderView } from "./load";
import { whatMoved } from "./what-moved";

/** When the applied charge is not what it would be now: the old and the new, line by line, and what made the difference. */
export function ChargeNote({ view }: { readonly view: OrderView }) {
  const { applied, nowInstead, state, currency } = view;
  if (view.problems.length > 0)
    return (
      <p className="sheet mb-3 border-l-4 border-l-loss px-3 py-1.5" role="alert">
        This order can&apos;t be rated:{" "}
        {view.problems
          .map((problem) =>
            problem.code === "unknown-sku" ? `there is no item ${problem.data.sku ?? ""}` : problem.path,
          )
          .join(", ")}
        .
      </p>
    );
  if (!applied || !isOpen(state) || state !== "out-of-date") return null;
  return (
    <div role="status" className="sheet mb-3 border-l-4 border-l-sign px-3 py-1.5">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <strong>◐ Out of date.</strong>
        {nowInstead === "withheld" ? (
          <span className="text-loss">
            {applied.offer.name} can&apos;t be given any more; choose another offer.
          </span>
        ) : (
          <span>
            {applied.offer.name}: {applied.offer.gross} → <b>{nowInstead?.gross ?? applied.offer.gross}</b>{" "}
            {currency} with tax
            {nowInstead === undefined ? ", the same" : ""}
          </span>
        )}
        {typeof nowInstead === "object" && <DearerThanWished view={view} now={nowInstead} />}
      </p>
      {typeof nowInstead === "object" && <MovedTable before={applied.offer} now={nowInstead} />}
    </div>
  );
}

/** Rating anew makes it dearer for the buyer than they were told. */
function DearerThanWished({ view, now }: { readonly view: OrderView; readonly now: WordedOffer }) {
  const { wish, includesTax } = view;
  const told = includesTax ? wish?.gross : wish?.net;
  const charged = includesTax ? now.gross : now.net;
  if (!wish || told === undefined || wish.offer !== now.offer) return null;
  if (Decimal.of(charged).compare(Decimal.of(told)) <= 0) return null;
  return (
    <span className="font-semibold text-loss">
      Dearer for the buyer than they were told: {told} {view.currency}.
    </span>
  );
}

function MovedTable({ before, now }: { readonly before: WordedOffer; readonly now: WordedOffer }) {
  const { lines, cost, steps } = whatMoved(before, now);
  return (
    <details>
      <summary className="cursor-default text-soft">
        Line by line
        {steps.length > 0 && `, and the ${steps.length === 1 ? "step" : `${steps.length} steps`} that moved`}
      </summary>
      <table className="mt-1 border-collapse [&_td]:px-2 [&_td]:py-0.5 [&_th]:px-2 [&_th]:font-normal">
        <thead className="narrow text-left text-xs text-soft">
          <tr>
            <th>Without tax</th>
            <th className="text-right">applied</th>
            <th className="text-right">now</th>
          </tr>
        </thead>
        <tbody>
          {[...lines, cost].map((line, i) => (
            <tr key={i} className={line.before === line.now ? "text-soft" : ""}>
              <td>{line.name}</td>
              <td className="text-right">{line.before ?? "–"}</td>
              <td className="text-right font-semibold">{line.now ?? "–"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <ul className="mt-1">
        {steps.map((step, i) => (
          <li key={i}>
            {step.before !== undefined && <span className="text-soft line-through">{step.before}</span>}{" "}
            {step.now}
          </li>
        ))}
      </ul>
    </details>
  );
}
