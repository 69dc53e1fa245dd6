import type { ReactNode } from "react";

interface Props {
  readonly side: ReactNode;
  readonly children: ReactNode;
}

/** A list at the left, the chosen record at the right; each scrolls by itself. On a phone one under the other. */
export function TwoPanes({ side, children }: Props) {
  return (
    <div className="flex min-h-0 flex-1 flex-col md:flex-row">
      <div className="relative max-h-[38vh] shrink-0 overflow-y-auto border-hairline bg-sheet max-md:border-b md:max-h-none md:w-[286px] md:border-r">
        {side}
      </div>
      <div className="relative min-w-0 flex-1 overflow-auto px-[18px] py-4">{children}</div>
    </div>
  );
}
