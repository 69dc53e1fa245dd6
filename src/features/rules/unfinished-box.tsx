import type { ReactNode } from "react";

/** Frames something new that has amounts to be typed, and says that it does not count yet. */
export function Unfinished({
  what,
  onDiscard,
  children,
}: {
  /** As in "surcharge". */
  readonly what: string;
  readonly onDiscard: () => void;
  readonly children: ReactNode;
}) {
  return (
    <section
      aria-label={`New ${what}`}
      className="my-1 rounded-md border border-dashed border-edge bg-sheet px-2 py-1.5"
    >
      {children}
      <p className="text-soft">
        No amount yet: the {what} is stored, and counts, once its amounts are typed.{" "}
        <button type="button" className="link" onClick={onDiscard}>
          Discard
        </button>
      </p>
    </section>
  );
}
