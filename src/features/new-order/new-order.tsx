"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useId, useMemo, useRef, useState, type ReactNode } from "react";
import { countryCodes } from "@/core/zones/countries";
import { postcodeExample } from "@/core/orders/postcode-shape";
import { findGoods } from "@/features/orders";
import { OffersTable } from "@/features/quotes";
import { sent, useSubmit } from "@/features/submit";
import { countryName, countryOf } from "@/messages/country-name";
import { problemSentence } from "@/messages/problem-sentence";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import { useKept } from "@/ui/use-kept";
import { storeOrder, tryWritten } from "./actions";
import type { NewOrderWords } from "./load";
import { WrittenLines } from "./written-lines";
import { emptyOrder, orderWritten, writtenFrom, type WrittenOrder } from "./written-order";

type Tried = Extract<Awaited<ReturnType<typeof tryWritten>>, { ok: true }>["value"];

const KEPT = "new order";
const PAUSE_MS = 250;

/** An order written by hand: rated as it is typed, with its offers beside it. What is typed is kept on this machine. */
export function NewOrder({ words }: { readonly words: NewOrderWords }) {
  const router = useRouter();
  const [kept, keep] = useKept(KEPT, "");
  const blank = useMemo(() => emptyOrder(words.channels[0]?.code ?? "", countryName(words.country)), [words]);
  const written = useMemo(() => writtenFrom(kept, blank), [kept, blank]);
  const latest = useRef(written);
  useEffect(() => {
    latest.current = written;
  }, [written]);
  const set = (more: Partial<WrittenOrder>) => keep(JSON.stringify({ ...written, ...more }));
  // the line may have been written on, or be gone, by the time the item is known
  const meant = (at: number, typed: string, sku: string) => {
    const { lines } = latest.current;
    if (lines[at]?.sku !== typed) return;
    const next = lines.map((line, i) => (i === at ? { ...line, sku } : line));
    keep(JSON.stringify({ ...latest.current, lines: next }));
  };
  const order = useMemo(() => orderWritten(written, { number: plainNumber, country: countryOf }), [written]);
  const tried = useTried(order);
  useUnknownItems(tried, written, meant);
  const { busy, trouble, submit } = useSubmit();
  const [chosen, setChosen] = useState<string>();
  const channel = words.channels.find(({ code }) => code === written.channel);
  const offer = tried?.quote?.offers.find((one) => one.offer === chosen) ?? tried?.quote?.offers[0];
  const isWhole = tried?.problems.length === 0 && written.name.trim() !== "";
  const store = async (taken?: string) => {
    const answer = await submit(() =>
      storeOrder({ order: order as never, ...(taken === undefined ? {} : { offer: taken }) }),
    );
    if (!answer.ok) return;
    keep("");
    router.push(`/orders/${encodeURIComponent(answer.value.number)}`);
  };
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link prefetch={false} className="link" href="/orders">
            Orders
          </Link>
        }
        title="New order"
      >
        <Button onClick={() => keep("")}>Clear</Button>
        <Button kind="main" disabled={!isWhole || busy} onClick={() => void store()}>
          Store
        </Button>
      </PageHead>
      <Trouble text={trouble} />
      <div className="grid items-start gap-3 lg:grid-cols-[minmax(380px,460px)_minmax(0,1fr)]">
        <div className="space-y-3">
          <Whose written={written} words={words} onSet={set} />
          <Where written={written} onSet={set} />
          <WrittenLines
            lines={written.lines}
            prices={tried?.prices ?? []}
            currency={channel?.currency ?? ""}
            includesTax={channel?.pricesIncludeTax === true}
            onSet={(lines) => set({ lines })}
            onMeant={meant}
          />
        </div>
        <div>
          <Missing tried={tried} written={written} />
          {tried?.quote && (
            <OffersTable
              view={{
                quote: tried.quote,
                currency: tried.quote.currency,
                originNames: words.originNames,
                serviceNames: words.serviceNames,
              }}
              chosen={offer?.offer}
              mayApply={isWhole && !busy}
              hasKeys={false}
              onChoose={setChosen}
              onApply={(taken) => void store(taken)}
            />
          )}
        </div>
      </div>
    </div>
  );
}

/** What the order so far is rated as; asked a moment after it was typed. */
function useTried(order: object): Tried | undefined {
  const [tried, setTried] = useState<Tried>();
  const text = JSON.stringify(order);
  useEffect(() => {
    let isOver = false;
    const timer = setTimeout(() => {
      void sent(tryWritten(JSON.parse(text))).then((answer) => {
        if (!isOver && answer.ok) setTried(answer.value);
      });
    }, PAUSE_MS);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [text]);
  return tried;
}

/** Items nobody knows by what was typed, but by its letters large or small, become those: also in an order that was kept. */
function useUnknownItems(
  tried: Tried | undefined,
  { lines }: WrittenOrder,
  onMeant: (at: number, typed: string, sku: string) => void,
): void {
  const told = useRef(onMeant);
  useEffect(() => {
    told.current = onMeant;
  });
  const unknown = (tried?.problems ?? []).find(({ code }) => code === "unknown-sku")?.data.sku;
  const at = lines.findIndex(({ sku }) => unknown !== undefined && sku.trim() === unknown);
  const typed = lines[at]?.sku;
  useEffect(() => {
    if (typed === undefined) return;
    void sent(findGoods(typed)).then((answer) => {
      const small = typed.trim().toLowerCase();
      const same = answer.ok ? answer.value.filter(({ sku }) => sku.toLowerCase() === small) : [];
      if (same.length === 1 && same[0]) told.current(at, typed, same[0].sku);
    });
  }, [at, typed]);
}

/** What keeps it from being rated or stored, without nagging about what nobody has come to yet. */
function Missing({ tried, written }: { readonly tried: Tried | undefined; readonly written: WrittenOrder }) {
  const hasLines = written.lines.some(({ sku }) => sku.trim() !== "");
  if (!hasLines) return <p className="py-2 text-soft">Add an item: what can be offered is shown here.</p>;
  const problems = (tried?.problems ?? []).filter(({ path }) => path !== "customer/name");
  const shape = tried?.addressFaults.includes("postcode-shape");
  const example = postcodeExample(countryOf(written.country) ?? "");
  return (
    <>
      {problems.map((problem, i) => (
        <p key={i} role="alert" className="mb-1 text-loss">
          {problem.code === "unknown-sku" ? (
            <>
              There is no item {problem.data.sku}.{" "}
              <Link prefetch={false} className="link" href="/items">
                Add it under Items
              </Link>
              : this order is kept as far as it is written.
            </>
          ) : problem.code === "unknown-country" ? (
            `“${written.country}” is not a country.`
          ) : (
            `${problem.path}: ${problemSentence(problem)}`
          )}
        </p>
      ))}
      {shape && (
        <p className="mb-1 border-l-4 border-l-sign pl-2">
          “{written.postcode}” does not look like a postcode of {written.country}
          {example !== undefined && `, which look like ${example}`}.
        </p>
      )}
      {problems.length === 0 && written.name.trim() === "" && (
        <p className="mb-1 text-soft">Whose order is it? Without a name it can&apos;t be stored.</p>
      )}
    </>
  );
}

const field = "control mt-0.5 block h-8 w-full px-2";

function Field({
  name,
  hint,
  children,
}: {
  readonly name: string;
  readonly hint?: string;
  readonly children: ReactNode;
}) {
  return (
    <label className="block min-w-0">
      {name} {hint !== undefined && <span className="text-xs text-soft">{hint}</span>}
      {children}
    </label>
  );
}

interface PartProps {
  readonly written: WrittenOrder;
  readonly onSet: (more: Partial<WrittenOrder>) => void;
}

function Whose({ written, words, onSet }: PartProps & { readonly words: NewOrderWords }) {
  return (
    <section aria-label="Customer" className="sheet grid grid-cols-2 gap-x-3 gap-y-2 px-3 py-2.5">
      <Field name="Channel">
        <select
          className={field}
          value={written.channel}
          onChange={(event) => onSet({ channel: event.target.value })}
        >
          {words.channels.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
      </Field>
      <Field name="Number" hint="empty: the next one">
        <input
          className={field}
          maxLength={60}
          value={written.number}
          onChange={(event) => onSet({ number: event.target.value })}
        />
      </Field>
      <Field name="Customer">
        <input
          className={field}
          maxLength={200}
          value={written.name}
          onChange={(event) => onSet({ name: event.target.value })}
        />
      </Field>
      <Field name="Customer group">
        <input
          className={field}
          maxLength={100}
          value={written.group}
          onChange={(event) => onSet({ group: event.target.value })}
        />
      </Field>
    </section>
  );
}

function Where({ written, onSet }: PartProps) {
  const id = useId();
  return (
    <section aria-label="Deliver to" className="sheet grid grid-cols-2 gap-x-3 gap-y-2 px-3 py-2.5">
      <div className="col-span-2">
        <Field name="Street" hint="a line for each line of the address">
          <textarea
            className="control mt-0.5 block w-full px-2 py-1"
            rows={2}
            maxLength={600}
            value={written.street}
            onChange={(event) => onSet({ street: event.target.value })}
          />
        </Field>
      </div>
      <Field name="Postcode">
        <input
          className={field}
          maxLength={20}
          value={written.postcode}
          onChange={(event) => onSet({ postcode: event.target.value })}
        />
      </Field>
      <Field name="Town">
        <input
          className={field}
          maxLength={200}
          value={written.city}
          onChange={(event) => onSet({ city: event.target.value })}
        />
      </Field>
      <Field name="Country" hint="by its name or two letters">
        <input
          className={field}
          list={id}
          value={written.country}
          onChange={(event) => onSet({ country: event.target.value })}
        />
        <datalist id={id}>
          {countryCodes.map((code) => (
            <option key={code} value={countryName(code)} />
          ))}
        </datalist>
      </Field>
      <Field name="Coupon">
        <input
          className={field}
          maxLength={100}
          value={written.coupon}
          onChange={(event) => onSet({ coupon: event.target.value })}
        />
      </Field>
      <Field name="Phone">
        <input
          className={field}
          maxLength={60}
          value={written.phone}
          onChange={(event) => onSet({ phone: event.target.value })}
        />
      </Field>
      <Field name="E-mail">
        <input
          className={field}
          maxLength={200}
          value={written.email}
          onChange={(event) => onSet({ email: event.target.value })}
        />
      </Field>
      <div className="col-span-2">
        <Field name="Note">
          <input
            className={field}
            maxLength={2000}
            value={written.note}
            onChange={(event) => onSet({ note: event.target.value })}
          />
        </Field>
      </div>
      <label className="flex min-h-6 items-center gap-1.5">
        <input
          type="checkbox"
          checked={written.cashOnDelivery}
          onChange={(event) => onSet({ cashOnDelivery: event.target.checked })}
        />
        Cash on delivery
      </label>
      <label className="flex min-h-6 items-center gap-1.5">
        <input
          type="checkbox"
          checked={written.signature}
          onChange={(event) => onSet({ signature: event.target.checked })}
        />
        Signature on delivery
      </label>
    </section>
  );
}
