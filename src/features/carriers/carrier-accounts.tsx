"use client";

import { X } from "lucide-react";
import { useState, type FormEvent } from "react";
import { useDraft } from "@/features/draft";
import { Button } from "@/ui/parts/button";
import { dropAccount, storeAccount } from "./actions";
import type { PrivateParts } from "./load";
import { IconButton } from "@/ui/parts/icon-button";
import { Trouble } from "@/ui/parts/trouble";

type Account = NonNullable<PrivateParts["accounts"]>[number];

interface Props {
  readonly carrier: string;
  readonly accounts: readonly Account[];
  readonly origins: readonly { readonly value: string; readonly name: string }[];
}

const control = "control h-7 px-1.5";

/** Our customer numbers with the carrier: one for all origins, or one each. */
export function CarrierAccounts({ carrier, accounts, origins }: Props) {
  const { mayEdit } = useDraft();
  const [editing, setEditing] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const drop = async (id: string) => {
    const answer = await dropAccount({ carrier, id });
    setTrouble(answer.ok ? undefined : answer.text);
  };
  const nameOf = (code: string | null) =>
    code === null ? "all origins" : (origins.find((origin) => origin.value === code)?.name ?? code);
  return (
    <div>
      {accounts.length === 0 && <p className="text-soft">No account number yet.</p>}
      <ul>
        {accounts.map((account) => (
          <li key={account.id} className="border-b border-hairline py-0.5 last:border-0">
            {editing === account.id ? (
              <AccountForm
                carrier={carrier}
                account={account}
                origins={origins}
                onDone={() => setEditing(undefined)}
              />
            ) : (
              <div className="flex items-center gap-2">
                <span className="w-[128px] shrink-0 truncate text-soft">{nameOf(account.origin)}</span>
                <span className="font-semibold">{account.number}</span>
                <span className="min-w-0 truncate text-soft">{account.note}</span>
                {mayEdit && (
                  <span className="ml-auto flex items-center">
                    <button
                      type="button"
                      className="link px-1.5"
                      aria-label={`Change account ${account.number}`}
                      onClick={() => setEditing(account.id)}
                    >
                      Change
                    </button>
                    <IconButton
                      icon={X}
                      label={`Remove account ${account.number}`}
                      onClick={() => void drop(account.id)}
                    />
                  </span>
                )}
              </div>
            )}
          </li>
        ))}
      </ul>
      <Trouble text={trouble} />
      {mayEdit &&
        (editing === "" ? (
          <AccountForm carrier={carrier} origins={origins} onDone={() => setEditing(undefined)} />
        ) : (
          <Button className="mt-1.5" onClick={() => setEditing("")}>
            Add an account number
          </Button>
        ))}
    </div>
  );
}

function AccountForm({
  carrier,
  account,
  origins,
  onDone,
}: Omit<Props, "accounts"> & { readonly account?: Account; readonly onDone: () => void }) {
  const [origin, setOrigin] = useState(account?.origin ?? "");
  const [number, setNumber] = useState(account?.number ?? "");
  const [note, setNote] = useState(account?.note ?? "");
  const [trouble, setTrouble] = useState<string>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await storeAccount({
      carrier,
      ...(account ? { id: account.id, version: account.version } : {}),
      origin: origin === "" ? null : origin,
      number,
      note,
    });
    if (answer.ok) onDone();
    else setTrouble(answer.text);
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="flex flex-wrap items-center gap-2 py-1">
      <select
        aria-label="For the origin"
        className={control}
        value={origin}
        onChange={(event) => setOrigin(event.target.value)}
      >
        <option value="">all origins</option>
        {origins.map((one) => (
          <option key={one.value} value={one.value}>
            {one.name}
          </option>
        ))}
      </select>
      <input
        aria-label="Account number"
        placeholder="number"
        className={`${control} w-32`}
        value={number}
        autoFocus
        onChange={(event) => setNumber(event.target.value)}
      />
      <input
        aria-label="Note on the account"
        placeholder="note"
        className={`${control} w-44`}
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <Button type="submit" kind="main" className="h-7">
        Save
      </Button>
      <Button kind="quiet" className="h-7" onClick={onDone}>
        Cancel
      </Button>
      <Trouble text={trouble} />
    </form>
  );
}
