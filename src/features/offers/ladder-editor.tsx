"use client";

import { useState } from "react";
import type { Json } from "@/core/setup/path";
import { same } from "@/core/setup/same";
import type { Outcome } from "@/core/setup/plan";
import {
  DraftChoice,
  noticesFor,
  useDraft,
  useDraftValue,
  useNewMember,
  type Notice,
} from "@/features/draft";
import { OutcomeEditor, Unfinished, type Choice, type RuleChoices } from "@/features/rules";
import { Button } from "@/ui/parts/button";
import { useTried } from "@/ui/fields/use-tried";
import { Trouble } from "@/ui/parts/trouble";
import { SortableList } from "@/ui/parts/sortable-list";
import { useArranged } from "@/ui/use-arranged";
import { LadderRule, RuleFields } from "./ladder-rule";
import type { Ladder, Rule } from "./plan-kinds";
import { outcomeWords } from "@/messages/plan-words";
import { StripView } from "./strip-view";
import { useTakenRules } from "./use-trial-steps";

interface Props {
  readonly plan: Ladder;
  readonly path: string;
  readonly choices: RuleChoices;
  readonly sellTariffs: readonly Choice[];
  readonly currency: string;
  readonly notices: readonly Notice[];
  readonly offer: string;
}

const matches = [
  { value: "first", name: "the first rule that fits decides" },
  { value: "lowest", name: "the lowest charge of all rules that fit" },
  { value: "highest", name: "the highest charge of all rules that fit" },
  { value: "sum", name: "all rules that fit, added up" },
];

/** Stands for the key of a rule that has just been added. */
const LAST = "last";

/** A ladder: its rules as sentences in their order, what happens when none fits, and the strip of what falls to which. */
export function LadderEditor({ plan, path, choices, sellTariffs, currency, notices, offer }: Props) {
  const taken = useTakenRules(offer);
  const { mayEdit, commit } = useDraft();
  const [open, setOpen] = useState<string>();
  const { entries, move: show, reset } = useArranged(plan.rules, same);
  const [trouble, setTrouble] = useState<string>();
  const store = async (changes: Parameters<typeof commit>[0]) => {
    const answer = await commit(changes);
    setTrouble(answer.ok ? undefined : answer.text);
    return answer.ok;
  };
  const at = (index: number | string) => `${path}/rules/${index}`;
  const move = (from: number, to: number) => {
    const rule = entries[from]?.value as Json | undefined;
    if (rule === undefined) return;
    show(from, to);
    // edits go one after the other: when this one is made the list stands as it is shown now
    void store([
      { path: at(from), from: rule },
      { path: at(to), to: rule, at: to },
    ]).then((stored) => stored || reset());
  };
  const fresh = useNewMember<Rule>(at("+"), async (rule) => {
    const answer = await commit([{ path: at(plan.rules.length), to: rule as Json }]);
    if (answer.ok) setOpen(LAST);
    return answer;
  });
  const begin = () =>
    fresh.begin({
      when: [{ measure: "actualWeight", unit: "kg", op: "<=", value: "5" }],
      then: { terms: [{ constant: "" }] },
    });
  return (
    <>
      <DraftChoice label="Of its rules" path={`${path}/match`} value={plan.match} options={matches} />
      <div data-path={`${path}/rules`}>
        <SortableList
          label="Rules"
          mayMove={mayEdit}
          onMove={move}
          className="my-1 rounded-md border border-hairline bg-sheet"
          entries={entries.map(({ key, value: rule, index }, i) => {
            const found = noticesFor(notices, at(index));
            const dead = found.find((notice) => notice.shadowedBy !== undefined);
            return {
              key,
              name: `rule ${i + 1}`,
              className: `border-b border-hairline last:border-0 ${dead ? "hatch-loss" : ""}`,
              content: (
                <LadderRule
                  rule={rule}
                  number={i + 1}
                  path={at(index)}
                  choices={choices}
                  sellTariffs={sellTariffs}
                  currency={currency}
                  dead={dead}
                  isTaken={taken.includes(index)}
                  isOpen={open === key || (open === LAST && i === entries.length - 1)}
                  onOpen={(isOpen) => setOpen(isOpen ? undefined : key)}
                  onAbove={
                    dead?.shadowedBy?.[0] === undefined
                      ? undefined
                      : () => move(i, (dead.shadowedBy?.[0] ?? 1) - 1)
                  }
                  onRemove={() => void store([{ path: at(index), from: rule as Json }])}
                />
              ),
            };
          })}
        />
      </div>
      {plan.rules.length === 0 && <p className="text-soft">No rule yet: only what is otherwise counts.</p>}
      {mayEdit && fresh.value && (
        <Unfinished what="rule" onDiscard={fresh.discard}>
          <RuleFields
            rule={fresh.value}
            own={fresh}
            number={plan.rules.length + 1}
            path={at("+")}
            choices={choices}
            sellTariffs={sellTariffs}
            currency={currency}
          />
        </Unfinished>
      )}
      {mayEdit && !fresh.value && (
        <Button className="mb-1" onClick={begin}>
          Add a rule
        </Button>
      )}
      <Trouble text={trouble} />
      <Otherwise plan={plan} path={path} sellTariffs={sellTariffs} currency={currency} />
      <StripView plan={plan} currency={currency} />
    </>
  );
}

function Otherwise({
  plan,
  path,
  sellTariffs,
  currency,
}: Pick<Props, "plan" | "path" | "sellTariffs" | "currency">) {
  const { mayEdit } = useDraft();
  const own = useDraftValue<Outcome>(`${path}/otherwise`, plan.otherwise);
  const otherwise = own.value;
  const { trouble, tried } = useTried();
  return (
    <div data-path={`${path}/otherwise`} className="mb-1 flex flex-wrap items-start gap-x-2">
      <span className="pt-1 text-soft">Otherwise</span>
      {otherwise ? (
        <>
          <OutcomeEditor
            label="Otherwise"
            path={`${path}/otherwise`}
            outcome={otherwise}
            sellTariffs={sellTariffs}
            currency={currency}
            readOnly={!mayEdit}
            onCommit={own.onCommit}
            onTyping={own.onTyping}
          />
          {mayEdit && (
            <button type="button" className="link pt-1" onClick={() => tried(own.onCommit(undefined))}>
              nothing: no offer
            </button>
          )}
        </>
      ) : (
        <span className="pt-1">
          no offer{" "}
          {mayEdit && (
            <button
              type="button"
              className="link"
              onClick={() => tried(own.onCommit({ terms: [{ constant: "" }] }))}
            >
              give a charge instead
            </button>
          )}
        </span>
      )}
      <span className="sr-only">{otherwise && outcomeWords(otherwise, currency)}</span>
      <Trouble text={trouble} />
    </div>
  );
}
