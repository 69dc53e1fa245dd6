import type { ReactNode } from "react";

interface Props {
  /** What the fields say together: shown folded and unfolded. */
  readonly summary: ReactNode;
  /** Whether it is unfolded at first. */
  readonly isNew?: boolean;
  readonly children: ReactNode;
}

/** Fields behind the sentence they make; a link to one of them unfolds it. */
export function Unfold({ summary, isNew = false, children }: Props) {
  return (
    <details open={isNew || undefined} className="group/unfold">
      <summary className="flex cursor-default items-baseline gap-2 rounded-sm py-1 hover:bg-well">
        <span className="min-w-0 flex-1">{summary}</span>
        <span className="link shrink-0 group-open/unfold:hidden">Change</span>
        <span className="link hidden shrink-0 group-open/unfold:inline">Fold</span>
      </summary>
      <div className="pt-1">{children}</div>
    </details>
  );
}
