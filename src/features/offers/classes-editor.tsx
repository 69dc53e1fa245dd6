"use client";

import { X } from "lucide-react";
import { useState } from "react";
import type { Terms } from "@/core/setup/amount";
import type { Json } from "@/core/setup/path";
import type { Plan } from "@/core/setup/plan";
import { changeAt, DraftChoice, useDraft, useDraftValue } from "@/features/draft";
import { TermsEditor, type Choice } from "@/features/rules";
import { AddSelect } from "@/ui/parts/add-select";

type ByClass = Extract<Plan, { kind: "byGoodsClass" }>;

interface Props {
  readonly plan: ByClass;
  readonly path: string;
  readonly goodsClasses: readonly Choice[];
  readonly currency: string;
}

const combines = [
  { value: "sum", name: "the parts are added up" },
  { value: "highest", name: "the highest part counts" },
];

/** Terms for the goods of each class, over that part of the order; and for all other goods. */
export function ClassesEditor({ plan, path, goodsClasses, currency }: Props) {
  const { mayEdit, commit } = useDraft();
  const [trouble, setTrouble] = useState<string>();
  const store = async (...change: Parameters<typeof changeAt>) => {
    const answer = await commit([changeAt(...change)]);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  const nameOf = (code: string) => goodsClasses.find(({ value }) => value === code)?.name ?? code;
  const left = goodsClasses.filter(
    ({ value }) => !plan.classes.some(({ goodsClass }) => goodsClass === value),
  );
  const at = (index: number) => `${path}/classes/${index}`;
  return (
    <>
      <DraftChoice label="Together" path={`${path}/combine`} value={plan.combine} options={combines} />
      <ul data-path={`${path}/classes`} className="my-1 rounded-md border border-hairline bg-sheet px-2">
        {plan.classes.map((entry, i) => (
          <li key={entry.goodsClass} className="flex items-start gap-2 border-b border-hairline py-1.5">
            <span className="w-[110px] shrink-0 pt-1 font-semibold">{nameOf(entry.goodsClass)}</span>
            <div className="min-w-0 flex-1">
              <ClassTerms
                path={`${at(i)}/terms`}
                label={nameOf(entry.goodsClass)}
                terms={entry.terms}
                currency={currency}
              />
            </div>
            {mayEdit && (
              <button
                type="button"
                className="rounded-sm p-1 hover:bg-well"
                aria-label={`Take away ${nameOf(entry.goodsClass)}`}
                onClick={() => void store(at(i), entry as Json, undefined)}
              >
                <X size={13} aria-hidden />
              </button>
            )}
          </li>
        ))}
        <li className="flex items-start gap-2 py-1.5" data-path={`${path}/otherwise`}>
          <span className="w-[110px] shrink-0 pt-1 font-semibold">All other goods</span>
          {plan.otherwise ? (
            <div className="min-w-0 flex-1">
              <ClassTerms
                path={`${path}/otherwise`}
                label="All other goods"
                terms={plan.otherwise}
                currency={currency}
              />
            </div>
          ) : (
            <span className="flex-1 pt-1">no offer</span>
          )}
          {mayEdit && (
            <button
              type="button"
              className="link pt-1"
              onClick={() =>
                void store(
                  `${path}/otherwise`,
                  plan.otherwise as Json | undefined,
                  plan.otherwise ? undefined : [{ constant: "0" }],
                )
              }
            >
              {plan.otherwise ? "no offer instead" : "give a charge instead"}
            </button>
          )}
        </li>
      </ul>
      {mayEdit && left.length > 0 && (
        <AddSelect
          label="Add a goods class"
          words="and for …"
          options={left}
          onAdd={(goodsClass) =>
            void store(at(plan.classes.length), undefined, {
              goodsClass,
              terms: [{ measure: "quantity", amount: "0" }],
            })
          }
        />
      )}
      {trouble !== undefined && (
        <p role="alert" className="text-loss">
          {trouble}
        </p>
      )}
    </>
  );
}

function ClassTerms({
  path,
  label,
  terms,
  currency,
}: {
  readonly path: string;
  readonly label: string;
  readonly terms: Terms;
  readonly currency: string;
}) {
  const { mayEdit } = useDraft();
  const { value = terms, ...own } = useDraftValue<Terms>(path, terms);
  return (
    <TermsEditor label={label} path={path} terms={value} currency={currency} readOnly={!mayEdit} {...own} />
  );
}
