"use client";

import { useState, type FormEvent } from "react";
import { Moment } from "@/features/clock";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { sent } from "@/features/submit";
import { makeKey, revokeKey } from "./actions";
import type { ListedKeys } from "./load";
import { ListTable } from "@/ui/parts/list-table";
import type { Scope } from "@/contracts/scopes";
import { Trouble } from "@/ui/parts/trouble";

const scopeWords = {
  quotes: "ask for quotes: offers with their charges",
  costs: "see in them what we pay and keep",
  orders: "send orders, charge, confirm and cancel them",
  items: "read the catalogue and put items into it",
  setup: "read the setup, its checks and revisions, and replace the draft",
  publish: "publish the draft",
  suspend: "suspend an origin, carrier, service or offer",
  reports: "replay orders and read what that came to, and the figures for monitoring",
} as const satisfies Readonly<Record<Scope, string>>;

/** The keys by which shops and other programs ask for quotes. */
export function KeysPage({ keys }: { readonly keys: ListedKeys }) {
  const [trouble, setTrouble] = useState<string>();
  const revoke = async (id: string) => {
    const answer = await sent(revokeKey({ id }));
    setTrouble(answer.ok ? undefined : answer.text);
  };
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Programs" title="API keys" />
      <KeyForm />
      <Trouble text={trouble} />
      <div className="max-w-[60rem]">
        <ListTable heads={["For", "Scopes", "Made", "Last used"]} unseen="Changes">
          {keys.map((key) => (
            <tr
              key={key.id}
              className={`border-b border-hairline last:border-0 [&>td]:h-[32px] [&>td]:px-3 ${key.revokedAt ? "text-faint" : ""}`}
            >
              <td className="font-semibold">{key.name}</td>
              <td>{key.scopes.join(", ")}</td>
              <td>
                <Moment at={key.createdAt} />
              </td>
              <td>{key.lastUsedAt ? <Moment at={key.lastUsedAt} /> : "never"}</td>
              <td className="text-right">
                {key.revokedAt ? (
                  <>
                    revoked <Moment at={key.revokedAt} />
                  </>
                ) : (
                  <button
                    type="button"
                    className="link"
                    aria-label={`Revoke the key for ${key.name}`}
                    onClick={() => void revoke(key.id)}
                  >
                    Revoke
                  </button>
                )}
              </td>
            </tr>
          ))}
          {keys.length === 0 && (
            <tr>
              <td colSpan={5} className="px-3 py-3 text-soft">
                No key yet: no program can ask for quotes.
              </td>
            </tr>
          )}
        </ListTable>
      </div>
    </div>
  );
}

function KeyForm() {
  const [name, setName] = useState("");
  const [scopes, setScopes] = useState<readonly Scope[]>(["quotes"]);
  const [made, setMade] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await sent(makeKey({ name, scopes: [...scopes] }));
    setTrouble(answer.ok ? undefined : answer.text);
    if (!answer.ok) return;
    setMade(answer.value.key);
    setName("");
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="sheet mb-4 max-w-[60rem] px-4 py-3"
      aria-label="A new key"
    >
      <div className="flex flex-wrap items-start gap-4">
        <label>
          A key for
          <input
            className="control mt-0.5 block h-8 w-56 px-2"
            placeholder="the web shop"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <fieldset>
          <legend className="sr-only">Scopes</legend>
          {(Object.keys(scopeWords) as Scope[]).map((scope) => (
            <label key={scope} className="flex min-h-6 items-center gap-1.5">
              <input
                type="checkbox"
                checked={scopes.includes(scope)}
                onChange={(event) =>
                  setScopes(event.target.checked ? [...scopes, scope] : scopes.filter((one) => one !== scope))
                }
              />
              <b>{scope}</b> {scopeWords[scope]}
            </label>
          ))}
        </fieldset>
        <div className="self-end">
          <Button type="submit" kind="main">
            Make a key
          </Button>
        </div>
      </div>
      <Trouble text={trouble} />
      {made !== undefined && (
        <label className="mt-2 block">
          The key, shown this once:
          <input
            readOnly
            className="control mt-0.5 h-8 w-full px-2"
            value={made}
            onFocus={(event) => event.target.select()}
          />
        </label>
      )}
    </form>
  );
}
