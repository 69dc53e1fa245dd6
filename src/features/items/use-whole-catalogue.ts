"use client";

import { useEffect, useState } from "react";
import type { Item } from "@/core/setup/item";
import { sent } from "@/features/submit";
import { wholeCatalogue } from "./actions";

/** The whole catalogue for something a file is held against; nothing until it is here, or what went wrong. */
export function useWholeCatalogue(): { readonly items?: readonly Item[]; readonly trouble?: string } {
  const [known, setKnown] = useState<{ items?: readonly Item[]; trouble?: string }>({});
  useEffect(() => {
    let isLeft = false;
    void sent(wholeCatalogue()).then((answer) => {
      if (!isLeft) setKnown(answer.ok ? { items: answer.value } : { trouble: answer.text });
    });
    return () => {
      isLeft = true;
    };
  }, []);
  return known;
}
