"use client";

import dynamic from "next/dynamic";
import { useEffect, useState } from "react";

const load = () => import("./palette-dialog");
const PaletteDialog = dynamic(load, { ssr: false });

/** Any page and any record by name or code, from anywhere: opened by Ctrl K. */
export function Palette() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== "k" || !(event.ctrlKey || event.metaKey) || event.altKey) return;
      event.preventDefault();
      setOpen((known) => !known);
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, []);
  return (
    <>
      <button
        type="button"
        className="narrow rounded-md border border-hairline px-2 py-1 text-xs text-soft hover:bg-well"
        title="Find a page or a record (Ctrl K)"
        onClick={() => setOpen(true)}
        onPointerEnter={() => void load()}
      >
        Find <kbd className="max-xl:hidden">Ctrl K</kbd>
      </button>
      {open && <PaletteDialog onClose={() => setOpen(false)} />}
    </>
  );
}
