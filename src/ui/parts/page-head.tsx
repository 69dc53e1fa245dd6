import type { ReactNode } from "react";

interface Props {
  readonly above: ReactNode;
  readonly title: ReactNode;
  readonly children?: ReactNode;
}

/** What a page is about, with its actions at the right. */
export function PageHead({ above, title, children }: Props) {
  return (
    <header className="mb-3 flex flex-wrap items-end justify-between gap-x-4 gap-y-2">
      <div className="min-w-0">
        <p className="text-soft">{above}</p>
        <h1 className="truncate">{title}</h1>
      </div>
      {children !== undefined && <div className="flex flex-wrap items-center gap-2">{children}</div>}
    </header>
  );
}
