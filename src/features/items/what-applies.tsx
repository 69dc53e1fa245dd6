"use client";

import Link from "next/link";
import { useMemo } from "react";
import type { Item } from "@/core/setup/item";
import { whatApplies, type ItemSetup } from "@/core/checks/what-applies";
import { placeHref, type Notice } from "@/features/draft";
import { classNames } from "@/ui/class-names";
import { appliesWords } from "./applies-words";

interface Props {
  readonly item: Item | undefined;
  readonly itemSetup: ItemSetup;
  readonly currency: string;
  readonly notices: readonly Notice[];
}

/** Everything of the setup that concerns the item of the active row, each with a link to where it is set; and what checks found. */
export function WhatApplies({ item, itemSetup, currency, notices }: Props) {
  const rules = useMemo(() => (item ? whatApplies(itemSetup, item) : []), [item, itemSetup]);
  if (!item) return null;
  const nameOf = (code: string) => itemSetup.offers.find((offer) => offer.code === code)?.name ?? code;
  return (
    <aside aria-label={`What applies to ${item.sku}`} className="sheet min-w-0 px-3 py-2">
      <h2>What applies to {item.sku}</h2>
      <p className="truncate text-soft">{item.name}</p>
      <ul className="mt-1 space-y-0.5">
        {rules.map((rule, i) => {
          const words = appliesWords(rule, currency, nameOf);
          const href = rule.source.startsWith("items/") ? undefined : placeHref(rule.source);
          const faded = rule.kind === "exception" && rule.isBeaten;
          return (
            <li
              key={i}
              className={classNames("border-b border-hairline py-0.5 last:border-0", faded && "text-soft")}
            >
              {href === undefined ? (
                words
              ) : (
                <Link prefetch={false} className="link" href={href}>
                  {words}
                </Link>
              )}
            </li>
          );
        })}
        {notices.map((notice) => (
          <li key={`${notice.source} ${notice.text}`} className="border-l-4 border-l-sign pl-2">
            {notice.text}
          </li>
        ))}
      </ul>
    </aside>
  );
}
