import type { ReactNode } from "react";

/** A key of the keyboard; a phone has none. */
export function Key({ children }: { readonly children: ReactNode }) {
  return (
    <kbd className="narrow rounded-sm border border-hairline bg-well px-1 py-px font-sans text-xs text-soft max-md:hidden">
      {children}
    </kbd>
  );
}
