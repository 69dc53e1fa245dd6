import type { ReactNode } from "react";

/** A part of a record: its name at the left, its fields at the right. */
export function Section({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <section
      aria-label={name}
      className="grid grid-cols-[116px_minmax(0,1fr)] gap-x-4 border-b border-hairline py-3 max-md:grid-cols-1"
    >
      <h2 className="pt-1 text-soft font-normal">{name}</h2>
      <div className="min-w-0">{children}</div>
    </section>
  );
}
