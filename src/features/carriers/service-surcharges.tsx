"use client";

import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useState } from "react";
import type { Json } from "@/core/setup/path";
import { joinPath } from "@/core/setup/path";
import type { Service } from "@/core/setup/service";
import {
  changeAt,
  DraftChoice,
  DraftDate,
  DraftDecimal,
  DraftText,
  useCommit,
  useDraft,
  useNewMember,
} from "@/features/draft";
import { movedTo } from "@/features/edits";
import { AmountEditor, ConditionsEditor, NewAmount, type RuleChoices } from "@/features/rules";
import { useTried } from "@/ui/fields/use-tried";
import { Button } from "@/ui/parts/button";
import { IconButton } from "@/ui/parts/icon-button";
import { Section } from "@/ui/parts/section";
import { Trouble } from "@/ui/parts/trouble";
import { surchargeSentences, type Currencies } from "./service-words";

type Surcharge = NonNullable<Service["surcharges"]>[number];

interface Props {
  /** Of the list. */
  readonly path: string;
  readonly service: Service;
  readonly choices: RuleChoices;
  readonly chargeTypes: readonly { readonly value: string; readonly name: string }[];
  readonly currencies: Currencies;
}

/** What is added to the rate, one after the other: a percentage of all so far counts those above it. */
export function ServiceSurcharges({ path, service, choices, chargeTypes, currencies }: Props) {
  const { mayEdit, commit } = useDraft();
  const [open, setOpen] = useState<string>();
  const { trouble, tried } = useTried();
  const list = service.surcharges ?? [];
  const sentences = surchargeSentences(service, currencies);
  const store = (to: readonly Surcharge[]) => {
    const next = to.length > 0 ? (to as Json) : undefined;
    return commit([changeAt(path, service.surcharges as Json | undefined, next)]);
  };
  const fresh = useNewMember<Pick<Surcharge, "name" | "amount">>(`${path}/+`, async (added) => {
    const code = freeCode(list.map((one) => one.code));
    const answer = await store([...list, { code, ...added }]);
    if (answer.ok) setOpen(code);
    return answer;
  });
  const move = (from: number, to: number) => tried(store(movedTo(list, from, to)));
  return (
    <Section name="Surcharges">
      {list.length === 0 && <p className="text-soft">None: the rate is the whole cost.</p>}
      <ol data-path={path}>
        {list.map((surcharge, i) => (
          <li key={surcharge.code} className="border-b border-hairline py-1 last:border-0">
            <div className="flex items-start gap-1">
              <button
                type="button"
                className="min-w-0 flex-1 rounded-sm text-left hover:bg-well"
                aria-expanded={open === surcharge.code}
                onClick={() => setOpen(open === surcharge.code ? undefined : surcharge.code)}
              >
                <span className="text-soft">{i + 1}. </span>
                {sentences[i]}
              </button>
              {mayEdit && (
                <span className="flex shrink-0">
                  <IconButton
                    icon={ArrowUp}
                    disabled={i === 0}
                    label={`${surcharge.name}: up`}
                    onClick={() => move(i, i - 1)}
                  />
                  <IconButton
                    icon={ArrowDown}
                    disabled={i === list.length - 1}
                    label={`${surcharge.name}: down`}
                    onClick={() => move(i, i + 1)}
                  />
                  <IconButton
                    icon={X}
                    label={`Remove ${surcharge.name}`}
                    onClick={() => tried(store(list.filter((_, at) => at !== i)))}
                  />
                </span>
              )}
            </div>
            {open === surcharge.code && (
              <SurchargeFields
                path={`${path}/${joinPath(surcharge.code)}`}
                surcharge={surcharge}
                choices={choices}
                chargeTypes={chargeTypes}
                currencies={currencies}
              />
            )}
          </li>
        ))}
      </ol>
      <Trouble text={trouble} />
      {mayEdit && fresh.value && (
        <NewAmount
          what="surcharge"
          value={fresh.value}
          currency={currencies.carrier}
          onCommit={fresh.onCommit}
          onDiscard={fresh.discard}
        />
      )}
      {mayEdit && !fresh.value && (
        <Button
          className="mt-1.5"
          onClick={() => fresh.begin({ name: "New surcharge", amount: { fixed: "" } })}
        >
          Add a surcharge
        </Button>
      )}
    </Section>
  );
}

/** Days count by when the goods are handed over, both in. */
const day = { placeholder: "2026-11-15", unit: "handed over, the day itself in; empty: always" } as const;

function freeCode(taken: readonly string[]): string {
  let number = taken.length + 1;
  while (taken.includes(`extra-${number}`)) number++;
  return `extra-${number}`;
}

function SurchargeFields({
  path,
  surcharge,
  choices,
  chargeTypes,
  currencies,
}: Omit<Props, "service"> & { readonly surcharge: Surcharge }) {
  const { mayEdit } = useDraft();
  const at = (field: string) => `${path}/${field}`;
  const setAmount = useCommit(at("amount"), surcharge.amount as Json);
  const setWhen = useCommit(at("when"), surcharge.when as Json | undefined);
  const setType = useCommit(at("chargeType"), surcharge.chargeType);
  return (
    <div className="my-1 rounded-md bg-well px-2 py-2">
      <DraftText label="Name" path={at("name")} value={surcharge.name} />
      <div className="mb-1 flex flex-wrap items-baseline gap-x-2" data-path={at("amount")}>
        <span className="w-[128px] shrink-0 text-soft">Amount</span>
        <AmountEditor
          label="Amount"
          amount={surcharge.amount}
          currency={currencies.carrier}
          readOnly={!mayEdit}
          onCommit={(amount) => setAmount(amount as Json)}
        />
      </div>
      <ConditionsEditor
        label={surcharge.when?.length ? "Added where" : "Added"}
        path={at("when")}
        conditions={surcharge.when ?? []}
        choices={choices}
        currency={currencies.home}
        readOnly={!mayEdit}
        onCommit={(when) => setWhen(when.length === 0 ? undefined : (when as Json))}
      />
      <div className="mt-1.5">
        <DraftDate label="From" path={at("from")} value={surcharge.from} {...day} />
        <DraftDate label="To" path={at("to")} value={surcharge.to} {...day} />
        <DraftDecimal
          label="At least"
          path={at("min")}
          value={surcharge.min}
          optional
          unit={currencies.carrier}
          placeholder="none"
        />
        <DraftDecimal
          label="At most"
          path={at("max")}
          value={surcharge.max}
          optional
          unit={currencies.carrier}
          placeholder="none"
        />
        <DraftChoice
          label="Charge type"
          path={at("chargeType")}
          value={surcharge.chargeType ?? ""}
          options={[{ value: "", name: "as the freight" }, ...chargeTypes]}
          onCommit={(chosen) => setType(chosen === "" ? undefined : chosen)}
        />
      </div>
    </div>
  );
}
