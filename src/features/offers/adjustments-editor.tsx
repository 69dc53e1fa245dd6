"use client";

import type { ReactNode } from "react";
import type { Offer } from "@/core/setup/offer";
import type { Json } from "@/core/setup/path";
import { changeAt, DraftDecimal, useDraft, useDraftValue, useNewMember } from "@/features/draft";
import { movedTo } from "@/features/edits";
import { AmountEditor, ConditionsEditor, NewAmount, type Choice, type RuleChoices } from "@/features/rules";
import { EditField } from "@/ui/fields/edit-field";
import { useTried } from "@/ui/fields/use-tried";
import { Trouble } from "@/ui/parts/trouble";
import { Button } from "@/ui/parts/button";
import { SortableList } from "@/ui/parts/sortable-list";
import { RoundingField } from "./rounding-field";
import { useRunning } from "./use-trial-steps";

type Adjust = NonNullable<Offer["adjust"]>;
type Addition = NonNullable<Adjust["additions"]>[number];

interface Props {
  readonly offer: Offer;
  /** Of the adjustments. */
  readonly path: string;
  readonly chargeTypes: readonly Choice[];
  readonly choices: RuleChoices;
  readonly currency: string;
}

/** What is done with the plan's charge, in its order: margin, additions, bounds, rounding; beside each what the open trial comes to. */
export function AdjustmentsEditor({ offer, path, chargeTypes, choices, currency }: Props) {
  const running = useRunning(offer.code);
  const { mayEdit, commit } = useDraft();
  const { trouble, tried } = useTried();
  const { adjust = {} } = offer;
  const list = adjust.additions ?? [];
  const store = (to: readonly Addition[]) => {
    const next = to.length > 0 ? (to as Json) : undefined;
    return commit([changeAt(`${path}/additions`, adjust.additions as Json | undefined, next)]);
  };
  const fresh = useNewMember<Addition>(`${path}/additions/+`, (addition) => store([...list, addition]));
  const move = (from: number, to: number) => tried(store(movedTo(list, from, to)));
  return (
    <div data-path={path}>
      <Running figure={running.plan} currency={running.currency} />
      <Step figure={running.margin}>
        <DraftDecimal
          label="Margin"
          path={`${path}/marginPercent`}
          value={adjust.marginPercent}
          optional
          unit="% on top of the plan's charge"
          placeholder="none"
        />
      </Step>
      <div data-path={`${path}/additions`}>
        <SortableList
          label="Additions"
          mayMove={mayEdit}
          onMove={move}
          entries={list.map((addition, i) => ({
            key: `${addition.name} ${i}`,
            name: addition.name,
            content: (
              <Step figure={running.additions[i]}>
                <AdditionFields
                  addition={addition}
                  path={`${path}/additions/${i}`}
                  chargeTypes={chargeTypes}
                  choices={choices}
                  currency={currency}
                  onRemove={() => tried(store(list.filter((_, at) => at !== i)))}
                />
              </Step>
            ),
          }))}
        />
      </div>
      {mayEdit && fresh.value && (
        <NewAmount
          what="addition"
          value={fresh.value}
          currency={currency}
          onCommit={fresh.onCommit}
          onDiscard={fresh.discard}
        />
      )}
      {mayEdit && !fresh.value && (
        <Button
          className="mb-1.5 md:ml-[136px]"
          onClick={() => fresh.begin({ name: freeName(list), amount: { fixed: "" } })}
        >
          Add an addition
        </Button>
      )}
      <Trouble text={trouble} />
      <Step figure={running.minimum}>
        <DraftDecimal
          label="At least"
          path={`${path}/minimum`}
          value={adjust.minimum}
          optional
          unit={currency}
          placeholder="no minimum"
        />
      </Step>
      <Step figure={running.maximum}>
        <DraftDecimal
          label="At most"
          path={`${path}/maximum`}
          value={adjust.maximum}
          optional
          unit={currency}
          placeholder="no maximum"
        />
      </Step>
      <Step figure={running.rounding}>
        <RoundingField path={`${path}/rounding`} rounding={adjust.rounding} />
      </Step>
    </div>
  );
}

function freeName(list: readonly Addition[]): string {
  const taken = list.map(({ name }) => name);
  if (!taken.includes("Packing")) return "Packing";
  for (let number = 2; ; number++) if (!taken.includes(`Packing ${number}`)) return `Packing ${number}`;
}

function Step({ figure, children }: { readonly figure: string | undefined; readonly children: ReactNode }) {
  return (
    <div className="flex items-start gap-3">
      <div className="min-w-0 flex-1">{children}</div>
      <span className="w-[70px] shrink-0 pt-1 text-right text-soft">{figure ?? ""}</span>
    </div>
  );
}

function Running({ figure, currency }: { readonly figure: string | undefined; readonly currency: string }) {
  if (figure === undefined) return null;
  return (
    <p className="flex justify-end gap-3 text-soft">
      <span>the open trial in {currency}, after the plan</span>
      <span className="w-[70px] text-right">{figure}</span>
    </p>
  );
}

function AdditionFields({
  addition: stored,
  path,
  chargeTypes,
  choices,
  currency,
  onRemove,
}: {
  readonly addition: Addition;
  readonly path: string;
  readonly chargeTypes: readonly Choice[];
  readonly choices: RuleChoices;
  readonly currency: string;
  readonly onRemove: () => void;
}) {
  const { mayEdit } = useDraft();
  const own = useDraftValue<Addition>(path, stored);
  const addition = own.value ?? stored;
  const { trouble, tried } = useTried();
  const without = (field: "chargeType" | "showSeparately" | "when"): Addition => {
    const { [field]: _, ...rest } = addition;
    return rest;
  };
  return (
    <div data-path={path} className="mb-1">
      <div className="flex items-baseline gap-x-2">
        <EditField
          label={`Addition: name of ${addition.name}`}
          hideLabel
          width="8.1rem"
          value={addition.name}
          readOnly={!mayEdit}
          onCommit={(name) => own.onCommit({ ...addition, name })}
        />
        <AmountEditor
          label={addition.name}
          of="addition"
          amount={addition.amount}
          currency={currency}
          readOnly={!mayEdit}
          onCommit={(amount) => own.onCommit({ ...addition, amount })}
          onTyping={(amount) => own.onTyping(amount && { ...addition, amount })}
        />
      </div>
      <div className="flex flex-wrap items-baseline gap-x-3 md:ml-[136px]">
        <label className="inline-flex items-center gap-1">
          <input
            type="checkbox"
            disabled={!mayEdit}
            checked={addition.showSeparately === true}
            onChange={(event) =>
              tried(
                own.onCommit(
                  event.target.checked ? { ...addition, showSeparately: true } : without("showSeparately"),
                ),
              )
            }
          />
          a line of its own
        </label>
        <select
          aria-label={`${addition.name}: charge type`}
          className="control h-7 px-1"
          disabled={!mayEdit}
          value={addition.chargeType ?? ""}
          onChange={(event) =>
            tried(
              own.onCommit(
                event.target.value === ""
                  ? without("chargeType")
                  : { ...addition, chargeType: event.target.value },
              ),
            )
          }
        >
          <option value="">the offer&apos;s charge type</option>
          {chargeTypes.map(({ value, name }) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </select>
        {mayEdit && (
          <button type="button" className="link" onClick={onRemove}>
            Remove
          </button>
        )}
        <Trouble text={trouble} />
      </div>
      <div className="md:ml-[136px]">
        <ConditionsEditor
          label={`${addition.name} is added${addition.when?.length ? " where" : ""}`}
          path={`${path}/when`}
          conditions={addition.when ?? []}
          choices={choices}
          currency={currency}
          readOnly={!mayEdit}
          onCommit={(when) =>
            own.onCommit(when.length === 0 ? without("when") : { ...addition, when: [...when] })
          }
        />
      </div>
    </div>
  );
}
