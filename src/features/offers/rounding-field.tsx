"use client";

import type { Offer } from "@/core/setup/offer";
import { useDraft, useDraftValue } from "@/features/draft";
import { EditField } from "@/ui/fields/edit-field";
import { useTried } from "@/ui/fields/use-tried";
import { Trouble } from "@/ui/parts/trouble";
import { plainNumber } from "@/ui/number-text";

type Rounding = NonNullable<NonNullable<Offer["adjust"]>["rounding"]>;
type Kind = "none" | "up" | "nearest" | "ending";

const kinds: Readonly<Record<Kind, string>> = {
  none: "to the cent, as money always is",
  up: "up to a whole multiple of",
  nearest: "to the nearest multiple of",
  ending: "up to the next amount that ends in",
};

/** How a charge is rounded: to a step, or to an ending. Of the quote's currency. */
export function RoundingField({
  path,
  rounding: stored,
}: {
  readonly path: string;
  readonly rounding: Rounding | undefined;
}) {
  const { mayEdit } = useDraft();
  const own = useDraftValue<Rounding>(path, stored);
  const rounding = own.value;
  const { trouble, tried } = useTried();
  const kind: Kind = !rounding ? "none" : "ending" in rounding ? "ending" : rounding.mode;
  const figure = !rounding ? "" : "ending" in rounding ? rounding.ending : rounding.step;
  const made = (next: Kind, value: string): Rounding | undefined => {
    if (next === "none") return undefined;
    return next === "ending" ? { ending: value } : { step: value, mode: next };
  };
  return (
    <div className="flex flex-wrap items-baseline gap-x-2" data-path={path}>
      <span className="w-[128px] shrink-0 text-soft">Rounded</span>
      <select
        aria-label="How it is rounded"
        className="control h-7 px-1"
        value={kind}
        disabled={!mayEdit}
        onChange={(event) => {
          const next = event.target.value as Kind;
          const usual = next === "ending" ? "0.90" : "0.10";
          tried(
            own.onCommit(
              made(next, figure === "" || (next === "ending") !== (kind === "ending") ? usual : figure),
            ),
          );
        }}
      >
        {Object.entries(kinds).map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
      {rounding && (
        <EditField
          label="Rounded to"
          hideLabel
          numeric
          width="5rem"
          value={figure}
          readOnly={!mayEdit}
          onCommit={(typed) => own.onCommit(made(kind, plainNumber(typed)))}
          onTyping={(typed) => own.onTyping(typed === undefined ? undefined : made(kind, plainNumber(typed)))}
        />
      )}
      <Trouble text={trouble} />
    </div>
  );
}
