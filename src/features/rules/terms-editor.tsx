"use client";

import { X } from "lucide-react";
import type { Terms } from "@/core/setup/amount";
import { measures, unitsOfMeasure, type Measure } from "@/core/setup/measures";
import { measureName } from "@/messages/condition-sentence";
import type { Committed } from "@/ui/fields/commit";
import { EditField } from "@/ui/fields/edit-field";
import { useTried } from "@/ui/fields/use-tried";
import { IconButton } from "@/ui/parts/icon-button";
import { Trouble } from "@/ui/parts/trouble";
import { plainNumber } from "@/ui/number-text";

type Term = Terms[number];

interface Props {
  readonly label: string;
  readonly path: string;
  readonly terms: Terms;
  /** Constants and amounts are of this currency. */
  readonly currency: string;
  readonly onCommit: (terms: Terms) => Promise<Committed>;
  readonly onTyping?: ((terms: Terms | undefined) => void) | undefined;
  readonly readOnly: boolean;
}

const fixedWays = {
  constant: "once",
  goodsValue: "% of the goods, without tax",
  cost: "% of what it costs us",
} as const;

/** Terms that are added up: each a figure and what it is counted by. */
export function TermsEditor({ label, path, terms, currency, onCommit, onTyping, readOnly }: Props) {
  const { trouble, tried } = useTried();
  const replace = (at: number, next: Term) => terms.map((term, i) => (i === at ? next : term));
  return (
    <ul data-path={path} aria-label={label} className="space-y-1">
      {terms.map((term, i) => (
        <li key={i} className="flex flex-wrap items-baseline gap-x-1.5">
          <span className="w-3 text-soft">{i === 0 ? "" : "+"}</span>
          <EditField
            label={`${label}, term ${i + 1}: figure`}
            hideLabel
            numeric
            width={figureOf(term) === "" ? "7.5rem" : "5rem"}
            unit={"percent" in term ? "" : currency}
            value={figureOf(term)}
            placeholder="no amount yet"
            isMissing={figureOf(term) === ""}
            readOnly={readOnly}
            onCommit={(typed) => onCommit(replace(i, withFigure(term, plainNumber(typed))))}
            onTyping={(typed) =>
              onTyping?.(typed === undefined ? undefined : replace(i, withFigure(term, plainNumber(typed))))
            }
          />
          <select
            aria-label={`${label}, term ${i + 1}: counted`}
            className="control h-7 px-1"
            value={wayOf(term)}
            disabled={readOnly}
            onChange={(event) => tried(onCommit(replace(i, withWay(figureOf(term), event.target.value))))}
          >
            <option value="constant">{fixedWays.constant}</option>
            {measures.map((measure) => (
              <option key={measure} value={`per ${measure}`}>
                per {unitsOfMeasure[measure] ? "unit of " : ""}
                {measureName(measure)}
              </option>
            ))}
            <option value="goodsValue">{fixedWays.goodsValue}</option>
            <option value="cost">{fixedWays.cost}</option>
          </select>
          <UnitSelect
            term={term}
            label={`${label}, term ${i + 1}: unit`}
            readOnly={readOnly}
            onChange={(next) => tried(onCommit(replace(i, next)))}
          />
          {!readOnly && terms.length > 1 && (
            <IconButton
              icon={X}
              label={`${label}: remove term ${i + 1}`}
              onClick={() => tried(onCommit(terms.filter((_, at) => at !== i)))}
            />
          )}
        </li>
      ))}
      {!readOnly && (
        <li>
          <button
            type="button"
            className="link"
            onClick={() => tried(onCommit([...terms, { measure: "actualWeight", unit: "kg", amount: "" }]))}
          >
            + a term
          </button>
        </li>
      )}
      {trouble !== undefined && (
        <li>
          <Trouble text={trouble} />
        </li>
      )}
    </ul>
  );
}

function UnitSelect({
  term,
  label,
  readOnly,
  onChange,
}: {
  readonly term: Term;
  readonly label: string;
  readonly readOnly: boolean;
  readonly onChange: (next: Term) => void;
}) {
  const units = "measure" in term ? unitsOfMeasure[term.measure] : undefined;
  if (!("measure" in term) || !units) return null;
  return (
    <select
      aria-label={label}
      className="control h-7 px-1"
      value={term.unit ?? units[0]}
      disabled={readOnly}
      onChange={(event) => onChange({ ...term, unit: event.target.value })}
    >
      {units.map((unit) => (
        <option key={unit}>{unit}</option>
      ))}
    </select>
  );
}

function figureOf(term: Term): string {
  if ("constant" in term) return term.constant;
  return "percent" in term ? term.percent : term.amount;
}

function withFigure(term: Term, figure: string): Term {
  if ("constant" in term) return { constant: figure };
  return "percent" in term ? { ...term, percent: figure } : { ...term, amount: figure };
}

function wayOf(term: Term): string {
  if ("constant" in term) return "constant";
  return "percent" in term ? term.of : `per ${term.measure}`;
}

/** A term of another kind with the same figure. */
function withWay(figure: string, way: string): Term {
  if (way === "constant") return { constant: figure };
  if (way === "goodsValue" || way === "cost") return { percent: figure, of: way };
  const measure = way.slice(4) as Measure;
  const unit = unitsOfMeasure[measure]?.[0];
  return { measure, ...(unit === undefined ? {} : { unit }), amount: figure };
}
