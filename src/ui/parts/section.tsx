import type { ReactNode } from "react";

/** A part of a page that reads from top to bottom: its name at the left, its fields at the right. */
export function Section({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <section
      aria-label={name}
      className="grid grid-cols-[116px_minmax(0,1fr)] gap-x-4 border-b border-hairline py-3 group-data-[record]/record:mb-3 group-data-[record]/record:block group-data-[record]/record:break-inside-avoid group-data-[record]/record:pt-0 group-data-[record]/record:pb-2.5 max-md:block"
    >
      <h2 className="pt-1 font-normal text-soft group-data-[record]/record:font-semibold group-data-[record]/record:text-ink">
        {name}
      </h2>
      <div className="min-w-0">{children}</div>
    </section>
  );
}

/** The sections of a record, in two columns where there is room. */
export function Record({ children }: { readonly children: ReactNode }) {
  return (
    <div data-record className="group/record gap-x-8 xl:columns-2">
      {children}
    </div>
  );
}
