"use client";

import { useState, type FormEvent } from "react";
import type { EventType } from "@/contracts/webhook-events";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { addHook } from "./actions";
import { eventWords } from "./event-words";
import { SecretOnce } from "./secret-once";

const all = Object.keys(eventWords) as EventType[];

/** Has another address told. */
export function HookForm() {
  const [url, setUrl] = useState("");
  const [events, setEvents] = useState<readonly EventType[]>(["order.confirmed", "order.handed-over"]);
  const [secret, setSecret] = useState<string>();
  const { busy, trouble, submit } = useSubmit();
  const send = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await submit(() => addHook({ url, events: [...events] }));
    if (!answer.ok) return;
    setSecret(answer.value.secret);
    setUrl("");
  };
  return (
    <form
      onSubmit={(event) => void send(event)}
      className="sheet mb-4 max-w-[60rem] px-4 py-3"
      aria-label="A new webhook"
    >
      <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
        <label className="min-w-[20rem] flex-1">
          Tell this address
          <input
            type="url"
            className="control mt-0.5 block h-8 w-full px-2"
            placeholder="https://shop.example/hooks/wallodrom"
            value={url}
            onChange={(event) => setUrl(event.target.value)}
          />
        </label>
        <fieldset>
          <legend>when</legend>
          {all.map((type) => (
            <label key={type} className="flex min-h-6 items-center gap-1.5">
              <input
                type="checkbox"
                checked={events.includes(type)}
                onChange={(event) =>
                  setEvents(event.target.checked ? [...events, type] : events.filter((one) => one !== type))
                }
              />
              {eventWords[type]} <span className="text-soft">{type}</span>
            </label>
          ))}
        </fieldset>
        <div className="self-end">
          <Button type="submit" kind="main" disabled={busy}>
            Add
          </Button>
        </div>
      </div>
      <Trouble text={trouble} />
      {secret !== undefined && <SecretOnce secret={secret} />}
    </form>
  );
}
