"use client";

import { useCallback, useMemo, useState } from "react";
import type { Item } from "@/core/setup/item";
import { DataGrid } from "@/ui/grid/data-grid";
import type { GridColumn } from "@/ui/grid/grid-columns";
import type { Place } from "@/ui/grid/block";
import { PageHead } from "@/ui/parts/page-head";

interface Props {
  readonly items: readonly Item[];
  readonly origins: readonly { readonly code: string; readonly city: string }[];
  readonly currency: string;
  readonly withDefault: readonly string[];
  readonly find: string;
}

const readOnly = () => false;
const noCommit = () => Promise.resolve({ ok: true as const });

/** The catalogue as the rates see it, items without a weight first. */
export function ItemsGrid({ items, origins, currency, withDefault, find }: Props) {
  const [search, setSearch] = useState(find);
  const shown = useMemo(() => {
    const words = search.trim().toLowerCase();
    const found = items.filter((item) => `${item.sku} ${item.name}`.toLowerCase().includes(words));
    return found
      .map((item, index) => ({ item, index }))
      .sort((a, b) => Number(lacks(b.item)) - Number(lacks(a.item)) || a.index - b.index)
      .map(({ item }) => item);
  }, [items, search]);
  const columns = useMemo((): GridColumn[] => {
    const stock = origins.map((origin) => ({
      key: `at ${origin.code}`,
      name: `Pieces in ${origin.city}`,
      head: origin.city,
      width: 84,
      numeric: true,
    }));
    return [
      { key: "sku", name: "Number", head: "Number", width: 112, fixed: true },
      { key: "name", name: "Name", head: "Name", width: 250, fixed: true },
      { key: "goodsClass", name: "Goods class", head: "Goods class", width: 100 },
      { key: "weight", name: "Weight", head: "Weight", width: 90, numeric: true },
      { key: "size", name: "Size", head: "Size", width: 130, numeric: true },
      { key: "price", name: `Price, ${currency}`, head: `Price, ${currency}`, width: 90, numeric: true },
      { key: "tax", name: "Tax, percent", head: "Tax, %", width: 64, numeric: true },
      { key: "flags", name: "Parcels", head: "Parcels", width: 110 },
      ...stock,
    ];
  }, [origins, currency]);
  const textOf = useCallback(
    ({ row, column }: Place) => cell(shown[row], columns[column]?.key ?? ""),
    [shown, columns],
  );
  const emptyText = useCallback(
    ({ row, column }: Place) => {
      const item = shown[row];
      if (!item || item.shippable === false) return "";
      const key = columns[column]?.key;
      if (key === "weight")
        return item.goodsClass !== undefined && withDefault.includes(item.goodsClass)
          ? "of its class"
          : "missing";
      return key === "size" ? "missing" : key?.startsWith("at ") && !item.stock ? "any" : "";
    },
    [shown, columns, withDefault],
  );
  const lacking = items.filter(
    (item) => lacks(item) && !(item.goodsClass !== undefined && withDefault.includes(item.goodsClass)),
  ).length;
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={`${items.length} items · ${lacking === 0 ? "every shippable one has a weight" : `${lacking} without a weight: offers that need one are withheld`}`}
        title="Items"
      >
        <label>
          <span className="sr-only">Search items</span>
          <input
            type="search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            placeholder="Number or name  /"
            className="control h-8 w-56 px-2"
          />
        </label>
      </PageHead>
      {shown.length === 0 ? (
        <p className="sheet px-4 py-6 text-soft">No item has “{search}” in its number or name.</p>
      ) : (
        <DataGrid
          label="Items"
          columns={columns}
          rows={shown.length}
          textOf={textOf}
          mayEdit={readOnly}
          commit={noCommit}
          emptyText={emptyText}
          mark={({ row, column }) =>
            column === 3 && shown[row] && lacks(shown[row]) ? "warning" : undefined
          }
          height="calc(100vh - 170px)"
        />
      )}
      <p className="mt-1.5 text-soft">
        Items are read here; they come in through the setup of the demo until the import opens.
      </p>
    </div>
  );
}

function lacks(item: Item): boolean {
  return item.shippable !== false && item.weight === undefined;
}

function cell(item: Item | undefined, key: string): string {
  if (!item) return "";
  switch (key) {
    case "weight":
      return item.weight ? `${item.weight.value} ${item.weight.unit}` : "";
    case "size":
      return item.size
        ? `${item.size.length} × ${item.size.width} × ${item.size.height} ${item.size.unit}`
        : "";
    case "price":
      return item.unitPrice ?? "";
    case "tax":
      return item.taxPercent ?? "";
    case "flags":
      return item.shippable === false ? "not shipped" : item.shipsAlone ? "ships alone" : "";
    case "sku":
    case "name":
    case "goodsClass":
      return item[key] ?? "";
    default:
      return String(
        item.stock?.find((entry) => `at ${entry.origin}` === key)?.quantity ?? (item.stock ? "0" : ""),
      );
  }
}
