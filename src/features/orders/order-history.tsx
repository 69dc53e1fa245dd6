import { actionWords } from "@/messages/action-words";
import type { OrderView } from "./load";

/** Who did what to the order, the newest first. */
export function OrderHistory({ history }: { readonly history: OrderView["history"] }) {
  if (history.length === 0) return null;
  return (
    <details className="mt-3" open>
      <summary className="text-soft">History</summary>
      <ul className="narrow mt-1 text-soft">
        {history.map((entry) => (
          <li key={`${entry.at} ${entry.what}`}>
            {entry.at} · {entry.who} {actionWords(entry.what)}
            {entry.to !== null && ": "}
            {figures(entry.from) && `${figures(entry.from)} → `}
            {figures(entry.to)}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** A stored value in words: a charge as its figure and its offer, anything else part by part. */
function figures(value: unknown): string {
  if (typeof value !== "object" || value === null) return "";
  if ("net" in value && "currency" in value && "offer" in value)
    return `${String(value.net)} ${String(value.currency)} (${String(value.offer)})`;
  return Object.values(value)
    .filter((part) => part !== null && part !== undefined)
    .join(" ");
}
