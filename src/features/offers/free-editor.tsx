"use client";

import type { Condition } from "@/core/setup/condition";
import type { Offer } from "@/core/setup/offer";
import { useDraft, useDraftValue } from "@/features/draft";
import { ConditionsEditor, type RuleChoices } from "@/features/rules";
import { useTried } from "@/ui/fields/use-tried";
import { Trouble } from "@/ui/parts/trouble";

type Free = NonNullable<Offer["free"]>;
type How = "never" | "anyOf" | "allOf";

const names: Readonly<Record<How, string>> = {
  never: "never",
  anyOf: "when any of these holds",
  allOf: "when all of these hold",
};

interface Props {
  readonly path: string;
  readonly free: Offer["free"];
  readonly choices: RuleChoices;
  readonly currency: string;
}

/** When the charge is 0, whatever the rest gave. Goods values say their tax basis and whether discounts count. */
export function FreeEditor({ path, free: stored, choices, currency }: Props) {
  const { mayEdit } = useDraft();
  const own = useDraftValue<Free>(path, stored);
  const free = own.value;
  const { trouble, tried } = useTried();
  const how: How = !free ? "never" : "anyOf" in free ? "anyOf" : "allOf";
  const conditions: readonly Condition[] = !free ? [] : "anyOf" in free ? free.anyOf : free.allOf;
  const made = (next: How, list: readonly Condition[]): Free | undefined => {
    if (next === "never") return undefined;
    return next === "anyOf" ? { anyOf: [...list] } : { allOf: [...list] };
  };
  const begun: readonly Condition[] = [{ measure: "goodsValueIncTax", op: ">=", value: "100" }];
  return (
    <div data-path={path}>
      <div className="flex flex-wrap items-baseline gap-x-2">
        <select
          aria-label="When it is free"
          className="control h-7 px-1"
          value={how}
          disabled={!mayEdit}
          onChange={(event) =>
            tried(own.onCommit(made(event.target.value as How, conditions.length === 0 ? begun : conditions)))
          }
        >
          {Object.entries(names).map(([value, name]) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </select>
      </div>
      <Trouble text={trouble} />
      {free && (
        <div className="mt-1">
          <ConditionsEditor
            label="Free"
            path={`${path}/${how}`}
            how={how === "anyOf" ? "any" : "all"}
            conditions={conditions}
            choices={choices}
            currency={currency}
            readOnly={!mayEdit}
            onCommit={(list) => own.onCommit(made(how, list))}
            onTyping={(list) => own.onTyping(list && made(how, list))}
          />
        </div>
      )}
    </div>
  );
}
