"use client";

import { X } from "lucide-react";
import { useState } from "react";
import type { Condition } from "@/core/setup/condition";
import { conditionSentence, conditionsSentence } from "@/messages/condition-sentence";
import type { Committed } from "@/ui/fields/commit";
import { AddSelect } from "@/ui/parts/add-select";
import { ConditionFields } from "./condition-fields";
import {
  beginCondition,
  conditionKinds,
  kindOf,
  unwrapped,
  wrapped,
  type ConditionKind,
  type RuleChoices,
} from "./condition-kinds";
import { IconButton } from "@/ui/parts/icon-button";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly label: string;
  readonly path: string;
  readonly conditions: readonly Condition[];
  readonly choices: RuleChoices;
  /** Money in conditions is of this currency: the business's own. */
  readonly currency: string;
  readonly onCommit: (conditions: readonly Condition[]) => Promise<Committed>;
  readonly onTyping?: ((conditions: readonly Condition[] | undefined) => void) | undefined;
  readonly readOnly: boolean;
  /** Whether all must hold, or any of them does. */
  readonly how?: "all" | "any";
  /** Whether the sentence they make is shown elsewhere. */
  readonly isSaid?: boolean;
}

/** Conditions that must all hold, each changed where it stands and read back together in one sentence. */
export function ConditionsEditor({
  label,
  path,
  conditions,
  choices,
  currency,
  onCommit,
  onTyping,
  readOnly,
  how = "all",
  isSaid,
}: Props) {
  const [trouble, setTrouble] = useState<string>();
  const store = async (next: readonly Condition[]): Promise<Committed> => {
    const result = await onCommit(next);
    setTrouble(result.ok ? undefined : result.text);
    return result;
  };
  const put = (at: number, next: Condition) =>
    conditions.map((condition, i) => (i === at ? next : condition));
  const replace = (at: number, next: Condition) => store(put(at, next));
  const add = (kind: ConditionKind) => {
    const begun = beginCondition(kind, choices);
    if (begun) void store([...conditions, begun]);
  };
  return (
    <fieldset data-path={path} disabled={readOnly} className="min-w-0">
      <legend className="sr-only">{label}</legend>
      <p className={isSaid ? "sr-only" : "mb-1"}>
        <span className="text-soft">{label} </span>
        {how === "all"
          ? conditionsSentence(conditions, currency)
          : conditions.map((one) => conditionSentence(one, currency)).join(", or ")}
      </p>
      {!readOnly && (
        <ul className="space-y-1">
          {conditions.map((condition, i) => {
            const { plain, negated } = unwrapped(condition);
            return (
              <li key={i} className="flex flex-wrap items-start gap-x-1.5 border-l-2 border-hairline pl-2">
                <select
                  aria-label="Holds or not"
                  className="control h-7 px-1"
                  value={negated ? "not" : "is"}
                  onChange={(event) => void replace(i, wrapped(plain, event.target.value === "not"))}
                >
                  <option value="is">if</option>
                  <option value="not">unless</option>
                </select>
                <span className="pt-1 text-soft">{conditionKinds[kindOf(plain)]}</span>
                <ConditionFields
                  plain={plain}
                  choices={choices}
                  currency={currency}
                  onCommit={(next) => replace(i, wrapped(next, negated))}
                  onTyping={(next) => onTyping?.(next && put(i, wrapped(next, negated)))}
                />
                <IconButton
                  icon={X}
                  label={`Remove condition ${i + 1}`}
                  onClick={() => void store(conditions.filter((_, at) => at !== i))}
                />
              </li>
            );
          })}
          <li>
            <AddSelect
              label="Add a condition about"
              words={conditions.length === 0 ? "only if …" : how === "all" ? "and if …" : "or if …"}
              options={(Object.keys(conditionKinds) as ConditionKind[]).map((kind) => ({
                value: kind,
                name: conditionKinds[kind],
                disabled: beginCondition(kind, choices) === undefined,
              }))}
              onAdd={(kind) => add(kind as ConditionKind)}
            />
          </li>
        </ul>
      )}
      <Trouble text={trouble} />
    </fieldset>
  );
}
