"use client";

import { useState, type FormEvent } from "react";
import { Moment } from "@/features/clock";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { storeConnection } from "./actions";
import type { ConnectionParts } from "./load";

interface Props {
  readonly code: string;
  readonly parts: ConnectionParts;
}

/** Where the carrier's system is and what it is asked with; a secret that is kept is not shown, and stays where nothing is typed. */
export function ConnectionForm({ code, parts: { adapter, view, maySign } }: Props) {
  const [url, setUrl] = useState(view?.url ?? "");
  const [fields, setFields] = useState<Readonly<Record<string, string>>>(view?.settings ?? {});
  const { busy, trouble, submit } = useSubmit();
  const [isStored, setStored] = useState(false);
  if (!adapter) return <p className="text-loss">No such adapter is known here: choose another.</p>;
  if (!maySign)
    return (
      <p className="text-soft">
        {view ? `Reached at ${view.url}.` : "Not set yet."} Only finance and administrators set addresses and
        sign-ins.
      </p>
    );
  const send = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await submit(() => storeConnection({ code, url, fields }));
    setStored(answer.ok);
    // what is secret is nowhere on the page once it is stored
    if (answer.ok) setFields(Object.fromEntries(Object.entries(fields).filter(([key]) => !isSecret(key))));
  };
  const isSecret = (key: string) => adapter.fields.some((field) => field.key === key && field.isSecret);
  const change = (key: string, text: string) => {
    setStored(false);
    setFields({ ...fields, [key]: text });
  };
  const control = "control mt-0.5 block h-8 w-full px-2";
  return (
    <form
      onSubmit={(event) => void send(event)}
      aria-label="How it is reached"
      className="max-w-[34rem] space-y-2"
    >
      <label className="block">
        Address
        <input
          type="url"
          className={control}
          placeholder="https://rates.example/v1"
          value={url}
          onChange={(event) => {
            setStored(false);
            setUrl(event.target.value);
          }}
        />
      </label>
      {adapter.fields.map(({ key, label, help, isSecret: secret }) => (
        <label key={key} className="block">
          {label} <span className="text-soft">{help}</span>
          <input
            type={secret ? "password" : "text"}
            autoComplete="off"
            className={control}
            placeholder={secret && view?.secrets.includes(key) ? "kept; type another to change it" : ""}
            value={fields[key] ?? ""}
            onChange={(event) => change(key, event.target.value)}
          />
        </label>
      ))}
      <p className="flex items-center gap-3">
        <Button type="submit" kind="main" disabled={busy || url.trim() === ""}>
          Save
        </Button>
        {isStored && <span role="status">Stored; it counts from now on.</span>}
      </p>
      {view?.formerUntil !== undefined && (
        <p className="text-soft">
          The secret before is tried too where the new one is refused, until <Moment at={view.formerUntil} />.
        </p>
      )}
      {view?.isClosed === true && (
        <p className="font-semibold text-loss">
          The secrets that are kept can&apos;t be opened with this server&apos;s key, so nobody is asked: type
          them anew.
        </p>
      )}
      <Trouble text={trouble} />
    </form>
  );
}
