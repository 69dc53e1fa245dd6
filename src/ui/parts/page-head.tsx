import type { ReactNode } from "react";
import { classNames } from "../class-names";

interface Props {
  readonly above: ReactNode;
  readonly title: ReactNode;
  readonly children?: ReactNode;
  /** Whether a phone has the actions at its lower edge, under the thumb. */
  readonly isThumbed?: boolean;
}

/** What a page is about, with its actions at the right. */
export function PageHead({ above, title, children, isThumbed = false }: Props) {
  return (
    <header className="mb-3 flex flex-wrap items-end justify-between gap-x-4 gap-y-2">
      <div className="min-w-0">
        <p className="text-soft">{above}</p>
        <h1 className="truncate">{title}</h1>
      </div>
      {children !== undefined && (
        <div
          className={classNames(
            "flex flex-wrap items-center gap-2",
            isThumbed &&
              "max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:z-30 max-md:justify-end max-md:border-t max-md:border-edge max-md:bg-sheet max-md:px-3 max-md:py-2",
          )}
        >
          {children}
        </div>
      )}
    </header>
  );
}
