"use client";

import { X } from "lucide-react";
import type { Terms } from "@/core/setup/amount";
import type { Json } from "@/core/setup/path";
import type { Plan } from "@/core/setup/plan";
import { changeAt, DraftChoice, useDraft, useDraftValue, useNewMember } from "@/features/draft";
import { TermsEditor, Unfinished, type Choice } from "@/features/rules";
import { useTried } from "@/ui/fields/use-tried";
import { AddSelect } from "@/ui/parts/add-select";
import { IconButton } from "@/ui/parts/icon-button";
import { Trouble } from "@/ui/parts/trouble";

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
  const { trouble, tried } = useTried();
  const store = (...change: Parameters<typeof changeAt>) => commit([changeAt(...change)]);
  const nameOf = (code: string) => goodsClasses.find(({ value }) => value === code)?.name ?? code;
  const left = goodsClasses.filter(
    ({ value }) => !plan.classes.some(({ goodsClass }) => goodsClass === value),
  );
  const at = (index: number) => `${path}/classes/${index}`;
  const fresh = useNewMember<ByClass["classes"][number]>(`${path}/classes/+`, (entry) =>
    store(at(plan.classes.length), undefined, entry as Json),
  );
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
              <IconButton
                icon={X}
                label={`Remove ${nameOf(entry.goodsClass)}`}
                onClick={() => tried(store(at(i), entry as Json, undefined))}
              />
            )}
          </li>
        ))}
        <OtherGoods path={`${path}/otherwise`} terms={plan.otherwise} currency={currency} />
      </ul>
      {mayEdit && fresh.value && (
        <Unfinished what="part" onDiscard={fresh.discard}>
          <div className="flex items-start gap-2">
            <span className="w-[110px] shrink-0 pt-1 font-semibold">{nameOf(fresh.value.goodsClass)}</span>
            <TermsEditor
              label={nameOf(fresh.value.goodsClass)}
              path={`${path}/classes/+/terms`}
              terms={fresh.value.terms}
              currency={currency}
              readOnly={false}
              onCommit={(terms) => fresh.onCommit({ ...fresh.value, terms } as ByClass["classes"][number])}
            />
          </div>
        </Unfinished>
      )}
      {mayEdit && !fresh.value && left.length > 0 && (
        <AddSelect
          label="Add a goods class"
          words="and for …"
          options={left}
          onAdd={(goodsClass) => fresh.begin({ goodsClass, terms: [{ measure: "quantity", amount: "" }] })}
        />
      )}
      <Trouble text={trouble} />
    </>
  );
}

/** What goods of no listed class cost, or that there is no offer for them. */
function OtherGoods({
  path,
  terms,
  currency,
}: {
  readonly path: string;
  readonly terms: Terms | undefined;
  readonly currency: string;
}) {
  const { mayEdit } = useDraft();
  const own = useDraftValue<Terms>(path, terms);
  const { trouble, tried } = useTried();
  return (
    <li className="flex items-start gap-2 py-1.5" data-path={path}>
      <span className="w-[110px] shrink-0 pt-1 font-semibold">All other goods</span>
      {own.value ? (
        <div className="min-w-0 flex-1">
          <TermsEditor
            label="All other goods"
            path={path}
            terms={own.value}
            currency={currency}
            readOnly={!mayEdit}
            onCommit={own.onCommit}
            onTyping={own.onTyping}
          />
        </div>
      ) : (
        <span className="flex-1 pt-1">no offer</span>
      )}
      {mayEdit && (
        <button
          type="button"
          className="link pt-1"
          onClick={() => tried(own.onCommit(own.value ? undefined : [{ constant: "" }]))}
        >
          {own.value ? "no offer instead" : "give a charge instead"}
        </button>
      )}
      <Trouble text={trouble} />
    </li>
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
  const { value = terms, onCommit, onTyping } = useDraftValue<Terms>(path, terms);
  return (
    <TermsEditor
      label={label}
      path={path}
      terms={value}
      currency={currency}
      readOnly={!mayEdit}
      onCommit={onCommit}
      onTyping={onTyping}
    />
  );
}
