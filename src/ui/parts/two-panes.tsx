import Link from "next/link";
import type { ReactNode } from "react";
import { classNames } from "../class-names";

interface Props {
  readonly side: ReactNode;
  readonly children: ReactNode;
  /** What a phone shows of the two; without it one under the other. */
  readonly onPhone?: "list" | "record";
  /** The way back to the list, from a record that stands alone on a phone. */
  readonly back?: { readonly href: string; readonly name: string };
}

/** A list at the left, the chosen record at the right; each scrolls by itself. On a phone one of them, or one under the other. */
export function TwoPanes({ side, children, onPhone, back }: Props) {
  return (
    <div className="flex min-h-0 flex-1 flex-col md:flex-row">
      <div
        className={classNames(
          "relative overflow-y-auto border-hairline bg-sheet md:max-h-none md:w-[286px] md:shrink-0 md:border-r",
          onPhone === undefined && "max-h-[38vh] shrink-0 max-md:border-b",
          onPhone === "list" && "max-md:flex-1",
          onPhone === "record" && "max-md:hidden",
        )}
      >
        {side}
      </div>
      <div
        className={classNames(
          "relative min-w-0 flex-1 overflow-auto px-[18px] py-4",
          onPhone === "list" && "max-md:hidden",
          onPhone === "record" && "max-md:px-3 max-md:pt-2 max-md:pb-20",
        )}
      >
        {back && (
          <Link prefetch={false} className="link mb-1 inline-block py-1 md:hidden" href={back.href}>
            ‹ {back.name}
          </Link>
        )}
        {children}
      </div>
    </div>
  );
}
