import { inForce, nextToCome } from "@/core/tariffs/in-force";
import type { TariffSummary } from "./tariff-summary";

/** What tariffs can be sorted by. */
export const tariffKeys = [
  "name",
  "side",
  "carrier",
  "currency",
  "zones",
  "used",
  "left",
  "next",
  "changed",
  "findings",
] as const;
type TariffKey = (typeof tariffKeys)[number];

/** Tariffs in the order that is asked for, `-` before a key from the last to the first; those alike, and any other order, as they came. What is missing stands last either way. */
export function orderedTariffs(
  tariffs: readonly TariffSummary[],
  by: string,
  today: string,
): readonly TariffSummary[] {
  const isDown = by.startsWith("-");
  const key = tariffKeys.find((one) => one === by.slice(isDown ? 1 : 0));
  if (!key) return tariffs;
  const valued = tariffs.map((entry) => ({ entry, value: valueOf(entry, key, today) }));
  return valued
    .sort((a, b) => {
      if (a.value === undefined || b.value === undefined)
        return Number(a.value === undefined) - Number(b.value === undefined);
      const order = a.value < b.value ? -1 : a.value > b.value ? 1 : 0;
      return isDown ? -order : order;
    })
    .map(({ entry }) => entry);
}

function valueOf(entry: TariffSummary, key: TariffKey, today: string): string | number | undefined {
  const { tariff, editions } = entry;
  switch (key) {
    case "name":
      return tariff.name.toLowerCase();
    case "side":
      return tariff.side;
    case "carrier":
      return entry.carrier?.toLowerCase();
    case "currency":
      return tariff.currency;
    case "zones":
      return entry.chartName.toLowerCase();
    case "used":
      return entry.usedBy.length;
    case "left":
      return inForce(editions, today)?.daysLeft;
    case "next":
      return nextToCome(editions, today)?.from;
    case "changed":
      return entry.changed?.day;
    case "findings":
      return entry.findings;
  }
}
