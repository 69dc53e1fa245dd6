"use client";

import { useId, useState, type ReactNode } from "react";
import { countryCodes } from "@/core/zones/countries";
import { CompletingInput } from "@/features/bench";
import { countryName } from "@/messages/country-name";
import { Button } from "@/ui/parts/button";
import type { TryView } from "./load";
import type { TryQuery } from "./tried-request";

interface Props {
  readonly view: TryView;
  readonly query: TryQuery;
}

/** Everything an order can be asked with; the address keeps it, so that a try can be sent to somebody. */
export function TryForm({ view, query }: Props) {
  const [goods, setGoods] = useState(query.goods ?? "");
  const [isCash, setCash] = useState(query.cashOnDelivery === "yes");
  const id = useId();
  // goods alone are completed: the place has fields of its own
  const words = { channels: [], country: view.home, weight: view.weight };
  return (
    <form method="get" className="sheet mb-3 space-y-2 px-3 py-2" aria-label="What and where to">
      <div className="flex flex-wrap items-end gap-3">
        <Field name="Channel">
          <select name="channel" defaultValue={view.channel} className="control mt-0.5 block h-8 px-2">
            {view.channels.map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </select>
        </Field>
        <div className="min-w-72 flex-1">
          Goods
          <CompletingInput
            label="Goods"
            name="goods"
            words={words}
            value={goods}
            onChange={setGoods}
            placeholder="2 HIVE-10, 3 × 1.5 kg 30x20x10 cm at 12.00"
            className="mt-0.5 block h-8"
            opens="down"
          />
        </div>
        <Button type="submit" kind="main">
          Rate it
        </Button>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <Field name="Country">
          <input
            name="country"
            list={id}
            className="control mt-0.5 block h-8 w-40 px-2"
            maxLength={60}
            defaultValue={query.country ?? countryName(view.home)}
          />
          <datalist id={id}>
            {countryCodes.map((code) => (
              <option key={code} value={countryName(code)} />
            ))}
          </datalist>
        </Field>
        <Text name="Subdivision" of="subdivision" query={query} width="w-20" />
        <Text name="Postcode" of="postcode" query={query} width="w-24" />
        <Text name="Town" of="town" query={query} width="w-36" />
        <Text name="Placed on" of="day" query={query} width="w-28" placeholder="today" />
        <Text name="Group" of="group" query={query} width="w-24" />
        <Text name="Tax number" of="taxId" query={query} width="w-28" />
        <Text name="Coupon" of="coupon" query={query} width="w-24" />
      </div>
      <div className="flex min-h-8 flex-wrap items-center gap-x-5 gap-y-1">
        <Mark name="To a PO box" of="poBox" query={query} />
        <Mark name="To a collection point" of="collectionPoint" query={query} />
        <Mark name="Signature" of="signature" query={query} />
        <label className="flex min-h-6 items-center gap-1.5">
          <input
            type="checkbox"
            name="cashOnDelivery"
            value="yes"
            checked={isCash}
            onChange={(event) => setCash(event.target.checked)}
          />
          Cash on delivery
        </label>
        {isCash && (
          <label className="flex min-h-6 items-center gap-1.5">
            of
            <input
              name="cashAmount"
              inputMode="decimal"
              placeholder="all of it"
              className="control h-8 w-24 px-2 text-right"
              defaultValue={query.cashAmount ?? ""}
            />
            {view.currency} with tax
          </label>
        )}
      </div>
    </form>
  );
}

function Field({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <label>
      {name}
      {children}
    </label>
  );
}

interface OfQuery {
  readonly name: string;
  readonly of: keyof TryQuery;
  readonly query: TryQuery;
}

function Text({
  name,
  of,
  query,
  width,
  placeholder,
}: OfQuery & { readonly width: string; readonly placeholder?: string }) {
  return (
    <Field name={name}>
      <input
        name={of}
        maxLength={200}
        placeholder={placeholder}
        className={`control mt-0.5 block h-8 px-2 ${width}`}
        defaultValue={query[of] ?? ""}
      />
    </Field>
  );
}

function Mark({ name, of, query }: OfQuery) {
  return (
    <label className="flex min-h-6 items-center gap-1.5">
      <input type="checkbox" name={of} value="yes" defaultChecked={query[of] === "yes"} />
      {name}
    </label>
  );
}
