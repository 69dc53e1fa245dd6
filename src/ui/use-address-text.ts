"use client";

import { useSearchParams } from "next/navigation";
import { useCallback, useState } from "react";

/** A text that is kept in the page's address under a name; the server is not asked anew. */
export function useAddressText(name: string): readonly [string, (next: string) => void] {
  const [text, setText] = useState(useSearchParams().get(name) ?? "");
  const keep = useCallback(
    (next: string) => {
      setText(next);
      const { pathname, search, hash } = window.location;
      const query = new URLSearchParams(search);
      if (next === "") query.delete(name);
      else query.set(name, next);
      const asked = query.toString();
      window.history.replaceState(null, "", `${pathname}${asked === "" ? "" : `?${asked}`}${hash}`);
    },
    [name],
  );
  return [text, keep];
}
