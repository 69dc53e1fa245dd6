"use client";

import { useAddress } from "@/ui/use-address";
import type { Exported } from "./load-export";

/** A table as a file, whole, for the months and filters in the address. */
export function ExportLinks({ what }: { readonly what: Exported }) {
  const { query } = useAddress();
  const href = (format: "csv" | "xlsx") => {
    const next = new URLSearchParams(query);
    next.delete("page");
    next.set("what", what);
    next.set("format", format);
    return `/recovery/export?${next.toString()}`;
  };
  return (
    <span className="ml-auto whitespace-nowrap text-soft">
      Export as{" "}
      <a className="link" href={href("csv")}>
        CSV
      </a>{" "}
      or{" "}
      <a className="link" href={href("xlsx")}>
        workbook
      </a>
    </span>
  );
}
