import type { Metadata } from "next";
import { noticesFor } from "@/features/draft/notice";
import { loadDraft } from "@/features/draft/load";
import { ItemsGrid } from "@/features/items";
import { loadItems } from "@/features/items/load";

export const metadata: Metadata = { title: "Items" };

export default async function Items({ searchParams }: { readonly searchParams: Promise<{ find?: string }> }) {
  const { find = "" } = await searchParams;
  const [{ setup, findings }, { shown, goodsClasses, origins }] = await Promise.all([
    loadDraft(),
    loadItems(find),
  ]);
  if (!setup) return null;
  return (
    <ItemsGrid
      key={find}
      first={shown}
      origins={origins.map((origin) => ({
        code: origin.code,
        city: origin.address.city || origin.name,
      }))}
      currency={setup.business.homeCurrency}
      classes={setup.goodsClasses}
      exceptions={setup.itemExceptions}
      itemSetup={{
        goodsClasses,
        origins,
        services: setup.services,
        offers: setup.offers,
        itemExceptions: setup.itemExceptions,
      }}
      notices={["goodsClasses", "itemExceptions"].flatMap((list) => noticesFor(findings, list))}
      find={find}
    />
  );
}
