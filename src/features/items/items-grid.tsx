"use client";

import { useCallback, useMemo, useState } from "react";
import type { Item } from "@/core/setup/item";
import { joinPath, splitPath } from "@/core/setup/path";
import type { ItemSetup } from "@/core/checks/what-applies";
import type { ItemException } from "@/core/setup/offer";
import type { GoodsClass } from "@/core/setup/business";
import { noticesFor, useDraft, type Notice } from "@/features/draft";
import { count } from "@/messages/figures";
import { DataGrid } from "@/ui/grid/data-grid";
import type { GridColumn } from "@/ui/grid/grid-columns";
import type { Place } from "@/ui/grid/block";
import { Key } from "@/ui/parts/key";
import { PageHead } from "@/ui/parts/page-head";
import { AddItem } from "./add-item";
import { GoodsClasses } from "./goods-classes";
import { ItemExceptions } from "./item-exceptions";
import { itemText, type ItemField } from "./item-cells";
import { ItemTools } from "./item-tools";
import { MOST_SHOWN } from "./page-size";
import type { ShownItems } from "./load";
import { lacksWeight, useItems } from "./use-items";
import { useShownItems } from "./use-shown-items";
import { WhatApplies } from "./what-applies";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly first: ShownItems;
  readonly origins: readonly { readonly code: string; readonly city: string }[];
  readonly currency: string;
  readonly classes: readonly GoodsClass[];
  readonly exceptions: readonly ItemException[];
  /** What else of the setup can concern an item. */
  readonly itemSetup: ItemSetup;
  readonly notices: readonly Notice[];
  readonly find: string;
}

/** The catalogue, items without a weight first: edited as a spreadsheet is, imported from files and exported. */
export function ItemsGrid(props: Props) {
  const { first, origins, currency, classes, exceptions, itemSetup, notices } = props;
  const { mayEdit } = useDraft();
  const withDefault = useMemo(
    () => classes.filter((entry) => entry.defaultWeight).map((entry) => entry.code),
    [classes],
  );
  const { shown: page, search, find, more, put, trouble: unread } = useShownItems(first, props.find);
  const { items: shown, total, matching, lacking } = page;
  const [trouble, setTrouble] = useState<string>();
  const [active, setActive] = useState(0);
  const onActive = useCallback(({ row }: Place) => setActive(row), []);
  const columns = useMemo(() => columnsOf(origins), [origins]);
  const fields = useMemo(() => columns.map(({ key }) => key as ItemField), [columns]);
  const { store, remove, tell, units } = useItems(shown, fields, put);
  const textOf = useCallback(
    ({ row, column }: Place) => itemText(shown[row], fields[column] ?? "name"),
    [shown, fields],
  );
  const emptyText = useCallback(
    ({ row, column }: Place) => emptyWords(shown[row], fields[column], withDefault, currency),
    [shown, fields, withDefault, currency],
  );
  const rowKey = useCallback((row: number) => shown[row]?.sku, [shown]);
  const editable = useCallback(({ column }: Place) => mayEdit && column > 0, [mayEdit]);
  const marked = useMemo(
    () =>
      new Set(
        page.notices.flatMap(({ source, severity }) =>
          severity === "note" ? [] : (splitPath(source)[1] ?? []),
        ),
      ),
    [page.notices],
  );
  return (
    <div className="px-[18px] py-4" data-found={page.find}>
      <PageHead
        above={`${count(total, "item")} · ${total === 0 ? "each with its weight, price and stock" : lacking === 0 ? "every shippable one has a weight" : `${lacking} without a weight: offers that need one are withheld`}`}
        title="Items"
      >
        <label>
          <span className="sr-only">Search items</span>
          <input
            type="search"
            value={search}
            onChange={(event) => find(event.target.value)}
            placeholder="Number or name  /"
            className="control h-8 w-56 px-2"
          />
        </label>
      </PageHead>
      {mayEdit && <AddItem onAdded={find} />}
      {shown.length === 0 ? (
        <p className="sheet px-4 py-6 text-soft">
          {page.find.trim() === ""
            ? "No item yet. Add one above, or import a file of them below."
            : `No item has “${page.find}” in its number or name.`}
        </p>
      ) : (
        <div className="items-start gap-3 xl:grid xl:grid-cols-[minmax(0,1fr)_250px]">
          <DataGrid
            label="Items"
            columns={columns}
            rows={shown.length}
            textOf={textOf}
            mayEdit={editable}
            commit={store}
            onTyping={tell}
            onActive={onActive}
            emptyText={emptyText}
            mark={({ row, column }) =>
              (fields[column] === "weight" && shown[row] && lacksWeight(shown[row])) ||
              (column === 0 && marked.has(shown[row]?.sku ?? ""))
                ? "warning"
                : undefined
            }
            onRemoveRows={(top, bottom) => void remove(top, bottom).then(setTrouble)}
            rowKey={rowKey}
            memory="items"
            onEnd={more}
            height="calc(100vh - 300px)"
          />
          <WhatApplies
            item={shown[active]}
            itemSetup={itemSetup}
            currency={currency}
            notices={noticesFor(page.notices, joinPath("items", shown[active]?.sku ?? ""))}
          />
        </div>
      )}
      {matching > shown.length && <MoreItems shown={shown.length} matching={matching} onMore={more} />}
      <Trouble text={trouble ?? unread} />
      {mayEdit && (
        <p className="mt-1.5 text-soft">
          Weights without a unit are in {units.weight}, sides in {units.length}. <Key>Ctrl D</Key> fills a
          selection from its first row, <Key>Ctrl Del</Key> removes an item, <Key>Ctrl Z</Key> undoes.
        </p>
      )}
      <ItemTools total={total} origins={origins.map(({ code }) => code)} units={units} classes={classes} />
      <div className="flex flex-wrap gap-x-8">
        <GoodsClasses classes={classes} notices={notices} />
        <ItemExceptions exceptions={exceptions} itemSetup={itemSetup} currency={currency} notices={notices} />
      </div>
    </div>
  );
}

/** How many of them stand in the grid, and how others are had. */
function MoreItems({
  shown,
  matching,
  onMore,
}: {
  readonly shown: number;
  readonly matching: number;
  readonly onMore: () => void;
}) {
  return (
    <p className="mt-1.5 text-soft">
      {shown} of {matching} are shown.{" "}
      {shown < MOST_SHOWN && (
        <>
          <button type="button" className="link" onClick={onMore}>
            Show more
          </button>{" "}
          or{" "}
        </>
      )}
      look for a number or a name.
    </p>
  );
}

function columnsOf(origins: Props["origins"]): GridColumn[] {
  return [
    { key: "sku", name: "Number", head: "Number", width: 112, fixed: true },
    { key: "name", name: "Name", head: "Name", width: 236, fixed: true },
    { key: "goodsClass", name: "Goods class", head: "Goods class", width: 100 },
    { key: "weight", name: "Weight", head: "Weight", width: 90, numeric: true },
    { key: "size", name: "Size", head: "Size", width: 136, numeric: true },
    {
      key: "unitPrice",
      name: "Price, with or without tax as the order's channel counts",
      head: "Price",
      width: 76,
      numeric: true,
    },
    { key: "currency", name: "Currency of the price", head: "In", width: 48 },
    { key: "taxPercent", name: "Tax, percent", head: "Tax, %", width: 60, numeric: true },
    { key: "shippable", name: "Shipped", head: "Shipped", width: 64 },
    { key: "shipsAlone", name: "Ships alone", head: "Alone", width: 60 },
    {
      key: "notBy",
      name: "May not be carried by (road, rail, sea, air, inland water, mail)",
      head: "Not by",
      width: 80,
    },
    ...origins.map((origin) => ({
      key: `at ${origin.code}`,
      name: `Pieces in ${origin.city}`,
      head: origin.city,
      width: 80,
      numeric: true,
    })),
    { key: "gtin", name: "GTIN", head: "GTIN", width: 112 },
  ];
}

/** What an empty cell means. */
function emptyWords(
  item: Item | undefined,
  field: ItemField | undefined,
  withDefault: readonly string[],
  currency: string,
): string {
  if (!item || field === undefined) return "";
  if (field === "shippable") return "yes";
  if (field === "shipsAlone") return "no";
  if (field === "currency") return currency;
  if (item.shippable === false) return "";
  if (field === "weight")
    return item.goodsClass !== undefined && withDefault.includes(item.goodsClass)
      ? "of its class"
      : "missing";
  if (field === "size") return "missing";
  if (field.startsWith("at ")) return item.stock ? "0" : "any";
  return "";
}
