import { isOpen } from "@/core/orders/order-state";
import type { OrderView } from "./load";

/** When the applied charge is not what it would be now: the old and the new figures, and why. */
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
    <div
      role="status"
      className="sheet mb-3 flex flex-wrap items-baseline gap-x-3 border-l-4 border-l-sign px-3 py-1.5"
    >
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
    </div>
  );
}
