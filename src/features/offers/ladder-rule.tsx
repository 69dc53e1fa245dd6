"use client";

import { X } from "lucide-react";
import { useDraft, useDraftValue, type Notice } from "@/features/draft";
import { ConditionsEditor, OutcomeEditor, type Choice, type RuleChoices } from "@/features/rules";
import { conditionsSentence } from "@/messages/condition-sentence";
import { classNames } from "@/ui/class-names";
import type { Committed } from "@/ui/fields/commit";
import { EditField } from "@/ui/fields/edit-field";
import { Figures } from "@/ui/parts/figures";
import type { Rule } from "./plan-kinds";
import { outcomeWords } from "@/messages/plan-words";

interface Props {
  readonly rule: Rule;
  readonly number: number;
  readonly path: string;
  readonly choices: RuleChoices;
  readonly sellTariffs: readonly Choice[];
  readonly currency: string;
  /** What the checks found that keeps it from ever matching. */
  readonly dead: Notice | undefined;
  /** Whether the open trial's charge came by it. */
  readonly isTaken: boolean;
  readonly isOpen: boolean;
  readonly onOpen: (isOpen: boolean) => void;
  /** Moves it above the rule that takes all of it. */
  readonly onAbove: (() => void) | undefined;
  readonly onRemove: () => void;
}

/** A rule as a sentence; opened, its parts are fields. One that can never match is struck, with the reason. */
export function LadderRule(props: Props) {
  const { number, path, currency, dead, isTaken, isOpen, onOpen, onAbove } = props;
  const own = useDraftValue<Rule>(path, props.rule);
  const rule = own.value ?? props.rule;
  return (
    <div data-path={path} className="px-2 py-1.5">
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={() => onOpen(isOpen)}
        className="flex w-full items-start gap-2.5 rounded-sm text-left hover:bg-well"
      >
        <span
          className={classNames(
            "mt-px flex size-[20px] shrink-0 items-center justify-center rounded-full border-2 border-ink text-xs font-bold",
            isTaken ? "bg-sign text-on-sign" : "bg-sheet",
          )}
          title={isTaken ? "The open trial's charge comes by this rule" : undefined}
        >
          {number}
        </span>
        <span className={classNames("min-w-0 flex-1", dead && "text-soft line-through decoration-loss")}>
          {rule.name !== undefined && <span className="font-semibold">{rule.name}: </span>}
          <span className="text-soft">When </span>
          <Figures
            text={`${conditionsSentence(rule.when, currency)} → ${outcomeWords(rule.then, currency)}`}
          />
        </span>
      </button>
      {dead && (
        <p className="ml-[30px] text-loss">
          {dead.text}{" "}
          {onAbove && (
            <button type="button" className="link" onClick={onAbove}>
              Move it above rule {dead.shadowedBy?.[0]}
            </button>
          )}
        </p>
      )}
      {isOpen && <RuleFields {...props} rule={rule} own={own} />}
    </div>
  );
}

type FieldsProps = Pick<Props, "rule" | "number" | "path" | "choices" | "sellTariffs" | "currency"> & {
  readonly own: {
    readonly onCommit: (rule: Rule) => Promise<Committed>;
    readonly onTyping: (rule: Rule | undefined) => void;
  };
  readonly onRemove?: () => void;
};

/** The parts of a rule: when it counts, what it leads to, what it is called. */
export function RuleFields({
  rule,
  own,
  number,
  path,
  choices,
  sellTariffs,
  currency,
  onRemove,
}: FieldsProps) {
  const { mayEdit } = useDraft();
  return (
    <div className="mt-1.5 ml-[30px] space-y-1.5 rounded-md bg-sheet p-1">
      <ConditionsEditor
        label="When"
        isSaid
        path={`${path}/when`}
        conditions={rule.when}
        choices={choices}
        currency={currency}
        readOnly={!mayEdit}
        onCommit={(when) => own.onCommit({ ...rule, when: [...when] })}
        onTyping={(when) => own.onTyping(when && { ...rule, when: [...when] })}
      />
      <div className="flex flex-wrap items-start gap-x-2">
        <span className="pt-1 text-soft">Then</span>
        <OutcomeEditor
          label={`Rule ${number}`}
          path={`${path}/then`}
          outcome={rule.then}
          sellTariffs={sellTariffs}
          currency={currency}
          readOnly={!mayEdit}
          onCommit={(then) => own.onCommit({ ...rule, then })}
          onTyping={(then) => own.onTyping(then && { ...rule, then })}
        />
      </div>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <EditField
          label="Name"
          width="14rem"
          placeholder="a name for it, if you like"
          value={rule.name ?? ""}
          readOnly={!mayEdit}
          onCommit={(name) => {
            const { name: _, ...rest } = rule;
            return own.onCommit(name.trim() === "" ? rest : { ...rest, name: name.trim() });
          }}
        />
        {mayEdit && onRemove && (
          <button type="button" className="link inline-flex items-center gap-1" onClick={onRemove}>
            <X size={13} aria-hidden /> Remove rule {number}
          </button>
        )}
      </div>
    </div>
  );
}
