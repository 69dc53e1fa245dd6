import type { Item } from "@/core/setup/item";
import { wholeTable } from "@/tabular/whole-table";
import { writeTable } from "@/tabular/write-table";

/** The columns of items as a table: the names are those of the item in JSON, dotted; then the pieces by origin, `stock.CODE`. */
const COLUMNS = [
  "sku",
  "name",
  "gtin",
  "weight.value",
  "weight.unit",
  "size.length",
  "size.width",
  "size.height",
  "size.unit",
  "goodsClass",
  "unitPrice",
  "currency",
  "taxPercent",
  "shippable",
  "shipsAlone",
  "notBy",
] as const;
const STOCK = "stock.";

/** Why a table can't be read as items, in words. */
export interface TableFault {
  readonly fault: string;
}

/** Items as comma separated text (RFC 4180, UTF-8), with a column for each of the origins that any of them lies at. */
export function itemTable(items: readonly Item[]): string {
  const origins = [...new Set(items.flatMap(({ stock = [] }) => stock.map(({ origin }) => origin)))].sort();
  const row = (item: Item) => [
    ...COLUMNS.map((column) => {
      const value = valueIn(item, column);
      return value === undefined ? "" : Array.isArray(value) ? value.join(" ") : String(value);
    }),
    ...origins.map((origin) => String(item.stock?.find((one) => one.origin === origin)?.quantity ?? "")),
  ];
  return writeTable([...COLUMNS, ...origins.map((origin) => `${STOCK}${origin}`)], items.map(row));
}

function valueIn(of: object, path: string): unknown {
  return path
    .split(".")
    .reduce<unknown>((at, key) => (at as Readonly<Record<string, unknown>> | undefined)?.[key], of);
}

/**
 * The rows of such a table as items, not checked yet: an empty cell says nothing, a figure has a point before its decimals, a
 * mark is `true` or `false`, modes of transport have a space between them. A table with a column that is none of these is refused whole: it was meant to say something.
 */
export function itemsOfTable(text: string): { readonly items: object[] } | TableFault {
  const table = wholeTable(new TextEncoder().encode(text));
  if ("problem" in table) return { fault: `The table can't be read: ${table.problem}.` };
  const head = table.head.map((cell) => cell.trim());
  const strange = head.filter((column) => !isColumn(column));
  if (!head.includes("sku") || strange.length > 0)
    return {
      fault:
        strange.length > 0
          ? `Columns that an item does not have: ${strange.join(", ")}.`
          : "The first row names the columns: sku is one of them.",
    };
  return { items: table.rows.map((cells) => itemOf(head, cells)) };
}

function isColumn(column: string): boolean {
  return COLUMNS.some((one) => one === column) || (column.startsWith(STOCK) && column.length > STOCK.length);
}

function itemOf(head: readonly string[], cells: readonly string[]): object {
  const item: Record<string, unknown> = {};
  const stock: object[] = [];
  head.forEach((column, i) => {
    const cell = (cells[i] ?? "").trim();
    if (cell === "") return;
    if (column.startsWith(STOCK))
      return stock.push({ origin: column.slice(STOCK.length), quantity: whole(cell) });
    const [part = "", within] = column.split(".");
    if (column === "notBy") return (item[part] = cell.split(/[\s,]+/));
    if (within === undefined) return (item[part] = isMark(column) ? markOf(cell) : cell);
    return (item[part] = { ...(item[part] as object | undefined), [within]: cell });
  });
  return stock.length === 0 ? item : { ...item, stock };
}

/** A number of pieces; what is none stays a text, to be refused where it stands. */
function whole(cell: string): number | string {
  return /^\d+$/.test(cell) ? Number(cell) : cell;
}

function isMark(column: string): boolean {
  return column === "shippable" || column === "shipsAlone";
}

function markOf(cell: string): boolean | string {
  return cell === "true" ? true : cell === "false" ? false : cell;
}
