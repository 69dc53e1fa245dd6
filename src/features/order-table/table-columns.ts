import type { TableRow } from "./load";

/** What a table of orders can show, in the order it is shown. */
export const tableColumns = [
  { key: "number", name: "Order", sort: ["number", "number"] },
  { key: "placed", name: "Placed", sort: ["newest", "oldest"] },
  { key: "customer", name: "Customer" },
  { key: "town", name: "Town" },
  { key: "country", name: "Country" },
  { key: "channel", name: "Channel" },
  { key: "state", name: "State" },
  { key: "look", name: "To check" },
  { key: "offer", name: "Offer" },
  { key: "origins", name: "From" },
  { key: "services", name: "Service" },
  { key: "currency", name: "Currency" },
  { key: "goods", name: "Goods", isFigure: true, sort: ["dearest", "cheapest"] },
  { key: "charge", name: "Charge", isFigure: true },
  { key: "cost", name: "We pay", isFigure: true },
  { key: "margin", name: "Margin", isFigure: true, sort: ["loss", "gain"] },
] as const satisfies readonly {
  readonly key: keyof TableRow;
  readonly name: string;
  readonly isFigure?: boolean;
  /** How the table is sorted by it: at the first click, and at the next. */
  readonly sort?: readonly [string, string];
}[];

export type ColumnKey = (typeof tableColumns)[number]["key"];

const usual: readonly ColumnKey[] = [
  "number",
  "placed",
  "customer",
  "town",
  "state",
  "offer",
  "currency",
  "goods",
  "charge",
  "cost",
  "margin",
];

/** The columns an address asks for, in their own order; the usual ones where it asks for none. */
export function columnsOf(cols: string | undefined) {
  const asked = new Set<string>(cols === undefined || cols === "" ? usual : cols.split(","));
  const shown = tableColumns.filter(({ key }) => asked.has(key));
  return shown.length > 0 ? shown : tableColumns.filter(({ key }) => usual.includes(key));
}

/** The address's word for columns; nothing for the usual ones. */
export function colsText(shown: ReadonlySet<string>): string | undefined {
  const keys = tableColumns.map(({ key }) => key).filter((key) => shown.has(key));
  return keys.join() === usual.join() ? undefined : keys.join();
}
