"use client";

import { useMemo } from "react";
import type { ItemSetup } from "@/core/checks/what-applies";
import type { Item } from "@/core/setup/item";
import type { ItemException } from "@/core/setup/offer";
import type { Json } from "@/core/setup/path";
import { useDraft } from "@/features/draft";
import { ImportPanel } from "@/features/import";
import { Trouble } from "@/ui/parts/trouble";
import { exceptionFields, exceptionVerdict } from "./exception-files";
import { useWholeCatalogue } from "./use-whole-catalogue";

interface Props {
  readonly exceptions: readonly ItemException[];
  readonly itemSetup: ItemSetup;
  readonly onClose: () => void;
}

/** Exceptions from a file; the catalogue is fetched, so that one for an item that is not there is refused. */
export function ExceptionsImport(props: Props) {
  const { items, trouble } = useWholeCatalogue();
  if (!items)
    return trouble === undefined ? <p role="status">Reading the catalogue…</p> : <Trouble text={trouble} />;
  return <ReadExceptions {...props} items={items} />;
}

function ReadExceptions({
  exceptions,
  items,
  itemSetup,
  onClose,
}: Props & { readonly items: readonly Item[] }) {
  const { commit } = useDraft();
  const read = useMemo(
    () =>
      exceptionVerdict(exceptions, {
        skus: new Set(items.map(({ sku }) => sku)),
        goodsClasses: itemSetup.goodsClasses.map(({ code }) => code),
        offers: itemSetup.offers.map(({ code }) => code),
      }),
    [exceptions, items, itemSetup],
  );
  const take = (fresh: readonly ItemException[]) =>
    commit(
      fresh.map((exception, i) => ({
        path: `itemExceptions/${exceptions.length + i}`,
        to: exception as unknown as Json,
      })),
    );
  return (
    <ImportPanel
      what="item exceptions"
      fields={exceptionFields}
      read={read}
      onTake={take}
      onClose={onClose}
    />
  );
}
