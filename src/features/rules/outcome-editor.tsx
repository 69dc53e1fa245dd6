"use client";

import type { Outcome } from "@/core/setup/plan";
import type { Committed } from "@/ui/fields/commit";
import { EditField } from "@/ui/fields/edit-field";
import { useTried } from "@/ui/fields/use-tried";
import { Trouble } from "@/ui/parts/trouble";
import type { Choice } from "./condition-kinds";
import { TermsEditor } from "./terms-editor";

interface Props {
  readonly label: string;
  readonly path: string;
  readonly outcome: Outcome;
  readonly sellTariffs: readonly Choice[];
  readonly currency: string;
  readonly onCommit: (outcome: Outcome) => Promise<Committed>;
  readonly onTyping?: ((outcome: Outcome | undefined) => void) | undefined;
  readonly readOnly: boolean;
}

const kinds = {
  terms: "charge",
  tariff: "a sell tariff",
  costPlus: "what it costs us",
  free: "free",
  withhold: "withhold the offer",
} as const;
type Kind = keyof typeof kinds;

/** What a rule leads to: terms, a tariff, the cost, free, or no offer with a reason in words. */
export function OutcomeEditor(props: Props) {
  const { label, path, outcome, sellTariffs, currency, onCommit, onTyping, readOnly } = props;
  const kind = kindOf(outcome);
  const { trouble, tried } = useTried();
  return (
    <div data-path={path} className="flex flex-wrap items-start gap-x-2">
      <select
        aria-label={`${label}: what then`}
        className="control h-7 px-1"
        value={kind}
        disabled={readOnly}
        onChange={(event) => tried(onCommit(begin(event.target.value as Kind, sellTariffs)))}
      >
        {(Object.keys(kinds) as Kind[]).map((key) => (
          <option key={key} value={key} disabled={key === "tariff" && sellTariffs.length === 0}>
            {kinds[key]}
          </option>
        ))}
      </select>
      {"terms" in outcome && (
        <TermsEditor
          label={label}
          path={`${path}/terms`}
          terms={outcome.terms}
          currency={currency}
          readOnly={readOnly}
          onCommit={(terms) => onCommit({ terms })}
          onTyping={(terms) => onTyping?.(terms && { terms })}
        />
      )}
      {"tariff" in outcome && (
        <select
          aria-label={`${label}: tariff`}
          className="control h-7 px-1"
          value={outcome.tariff}
          disabled={readOnly}
          onChange={(event) => tried(onCommit({ tariff: event.target.value }))}
        >
          {sellTariffs.map(({ value, name }) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </select>
      )}
      {"withhold" in outcome && (
        <EditField
          label={`${label}: why, in words`}
          hideLabel
          width="22rem"
          placeholder="why, in words"
          value={outcome.withhold}
          readOnly={readOnly}
          onCommit={(withhold) => onCommit({ withhold })}
        />
      )}
      <Trouble text={trouble} />
    </div>
  );
}

function kindOf(outcome: Outcome): Kind {
  return (Object.keys(kinds) as Kind[]).find((kind) => kind in outcome) ?? "terms";
}

function begin(kind: Kind, [first]: readonly Choice[]): Outcome {
  if (kind === "tariff" && first) return { tariff: first.value };
  if (kind === "costPlus") return { costPlus: true };
  if (kind === "free") return { free: true };
  return kind === "withhold" ? { withhold: "Not by this way." } : { terms: [{ constant: "" }] };
}
