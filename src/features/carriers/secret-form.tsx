"use client";

import { useState, type FormEvent } from "react";
import { Button } from "@/ui/parts/button";
import { storeSecret } from "./actions";

interface Props {
  readonly carrier: string;
  /** The one another is put in place of. */
  readonly secret?: {
    readonly id: string;
    readonly version: number;
    readonly kind: "bank" | "credential";
    readonly label: string;
  };
  readonly onDone: () => void;
}

const fieldsOf = {
  bank: [
    ["holder", "Holder"],
    ["bank", "Bank"],
    ["iban", "IBAN"],
    ["bic", "BIC"],
  ],
  credential: [
    ["user", "User"],
    ["secret", "Secret"],
  ],
} as const;

/** A bank account or a sign-in as it is put in; what is there already is not filled in, since that would be a look. */
export function SecretForm({ carrier, secret, onDone }: Props) {
  const [kind, setKind] = useState<"bank" | "credential">(secret?.kind ?? "bank");
  const [label, setLabel] = useState(secret?.label ?? "");
  const [values, setValues] = useState<Readonly<Record<string, string>>>({});
  const [trouble, setTrouble] = useState<{ readonly text: string; readonly field?: string }>();
  const [busy, setBusy] = useState(false);
  const value = (key: string) => values[key] ?? "";
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const answer = await storeSecret({
      carrier,
      ...(secret ? { id: secret.id, version: secret.version } : {}),
      label,
      fields:
        kind === "bank"
          ? { kind, holder: value("holder"), bank: value("bank"), iban: value("iban"), bic: value("bic") }
          : { kind, user: value("user"), secret: value("secret") },
    });
    setBusy(false);
    if (answer.ok) onDone();
    else setTrouble(answer);
  };
  const line = (key: string, name: string, text: string, set: (text: string) => void) => (
    <label key={key} className="flex flex-wrap items-baseline gap-x-2">
      <span className="w-[128px] text-soft">{name}</span>
      <input
        className="control h-7 w-56 px-1.5"
        type={key === "secret" ? "password" : "text"}
        autoComplete="off"
        value={text}
        aria-invalid={trouble?.field === key}
        onChange={(event) => set(event.target.value)}
      />
      {trouble?.field === key && (
        <span role="alert" className="w-full text-loss md:ml-[136px]">
          {trouble.text}
        </span>
      )}
    </label>
  );
  const known = ["label", ...fieldsOf[kind].map(([key]) => key)];
  return (
    <form onSubmit={(event) => void submit(event)} className="my-1.5 space-y-1 rounded-md bg-well px-2 py-2">
      {!secret && (
        <label className="flex items-baseline gap-x-2">
          <span className="w-[128px] text-soft">What it is</span>
          <select
            className="control h-7 px-1"
            value={kind}
            onChange={(event) => setKind(event.target.value === "bank" ? "bank" : "credential")}
          >
            <option value="bank">bank account</option>
            <option value="credential">sign-in to the carrier</option>
          </select>
        </label>
      )}
      {line("label", "For what", label, setLabel)}
      {fieldsOf[kind].map(([key, name]) =>
        line(key, name, value(key), (text) => setValues({ ...values, [key]: text })),
      )}
      {trouble && !known.includes(trouble.field ?? "") && (
        <p role="alert" className="text-loss">
          {trouble.text}
        </p>
      )}
      <div className="flex gap-2 pt-1">
        <Button type="submit" kind="main" disabled={busy}>
          Save, encrypted
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}
