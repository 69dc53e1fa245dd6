"use client";

import { useState } from "react";
import { Button } from "@/ui/parts/button";
import { dropSecret, lookAt } from "./actions";
import type { PrivateParts } from "./load";
import { SecretForm } from "./secret-form";
import { Trouble } from "@/ui/parts/trouble";

type Secret = NonNullable<PrivateParts["secrets"]>[number];
type Looked = Extract<Awaited<ReturnType<typeof lookAt>>, { ok: true }>["value"];

const kinds = { bank: "bank account", credential: "sign-in" } as const;

/** Bank accounts and sign-ins of a carrier: masked until somebody looks, and every look is noted. */
export function CarrierSecrets({
  carrier,
  secrets,
}: {
  readonly carrier: string;
  readonly secrets: readonly Secret[];
}) {
  const [adding, setAdding] = useState(false);
  return (
    <div>
      <p className="mb-1 text-soft">Stored encrypted. Every look stands in the activity.</p>
      {secrets.length === 0 && <p className="text-soft">No bank account and no sign-in yet.</p>}
      <ul>
        {secrets.map((secret) => (
          <SecretLine key={secret.id} carrier={carrier} secret={secret} />
        ))}
      </ul>
      {adding ? (
        <SecretForm carrier={carrier} onDone={() => setAdding(false)} />
      ) : (
        <Button className="mt-1.5" onClick={() => setAdding(true)}>
          Add a bank account or sign-in
        </Button>
      )}
    </div>
  );
}

function SecretLine({ carrier, secret }: { readonly carrier: string; readonly secret: Secret }) {
  const [looked, setLooked] = useState<Looked>();
  const [editing, setEditing] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const target = { carrier, id: secret.id };
  const look = async () => {
    const answer = await lookAt(target);
    if (!answer.ok) return setTrouble(answer.text);
    setTrouble(undefined);
    setLooked(answer.value);
  };
  const drop = async () => {
    const answer = await dropSecret(target);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  if (editing)
    return (
      <li>
        <SecretForm
          carrier={carrier}
          secret={secret}
          onDone={() => {
            setEditing(false);
            setLooked(undefined);
          }}
        />
      </li>
    );
  return (
    <li className="border-b border-hairline py-1 last:border-0">
      <div className="flex flex-wrap items-center gap-x-2">
        <span className="font-semibold">{secret.label}</span>
        <span className="text-soft">
          {kinds[secret.kind]}{" "}
          {secret.kind === "bank" ? `•••• ${secret.hint}` : secret.hint === "" ? "" : `${secret.hint}••••`}
        </span>
        <span className="ml-auto flex items-center gap-1">
          <button
            type="button"
            className="link px-1"
            aria-label={`${looked ? "Hide" : "Show"} ${secret.label}`}
            onClick={() => (looked ? setLooked(undefined) : void look())}
          >
            {looked ? "Hide" : "Show"}
          </button>
          <button
            type="button"
            className="link px-1"
            aria-label={`Put another in place of ${secret.label}`}
            onClick={() => setEditing(true)}
          >
            Replace
          </button>
          <button
            type="button"
            className="link px-1"
            aria-label={`Remove ${secret.label}`}
            onClick={() => void drop()}
          >
            Remove
          </button>
        </span>
      </div>
      <p className="narrow text-soft">
        set by {secret.changedBy}, {secret.changedAt.slice(0, 10)}
      </p>
      {looked && (
        <dl className="my-1 grid w-fit grid-cols-[auto_auto] gap-x-3 rounded-md bg-well px-2 py-1">
          {shown(looked).map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd className="select-all">{value}</dd>
            </div>
          ))}
        </dl>
      )}
      <Trouble text={trouble} />
    </li>
  );
}

function shown(looked: Looked): (readonly [string, string])[] {
  const pairs: (readonly [string, string])[] =
    looked.kind === "bank"
      ? [
          ["Holder", looked.holder],
          ["Bank", looked.bank],
          ["IBAN", (looked.iban.replace(/\s/g, "").match(/.{1,4}/g) ?? []).join(" ")],
          ["BIC", looked.bic],
        ]
      : [
          ["User", looked.user],
          ["Secret", looked.secret],
        ];
  return pairs.filter(([, value]) => value !== "");
}
