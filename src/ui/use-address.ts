"use client";

import { usePathname, useRouter, useSearchParams } from "next/navigation";
import { useState, useTransition } from "react";

/** What an address says, and a way to have it say something else; choices that follow quickly go together. */
export function useAddress() {
  const query = useSearchParams();
  const router = useRouter();
  const pathname = usePathname();
  const [isOnItsWay, go] = useTransition();
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const said = (name: string) => (isOnItsWay ? chosen[name] : undefined) ?? query.get(name) ?? "";
  const say = (more: Readonly<Record<string, string>>) => {
    const all = { ...(isOnItsWay ? chosen : {}), ...more };
    const next = new URLSearchParams(query);
    for (const [name, text] of Object.entries(all))
      if (text === "") next.delete(name);
      else next.set(name, text);
    setChosen(all);
    go(() => router.replace(`${pathname}?${next.toString()}`));
  };
  return { query, pathname, said, say };
}
