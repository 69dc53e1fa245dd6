"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import { joinPath, type Json } from "@/core/setup/path";
import type { CodedList } from "@/core/setup/setup";
import { placeWords } from "@/messages/place-words";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { usesInDraft } from "./actions";
import { sent } from "@/features/submit";
import { RecordSuspended } from "@/features/suspensions";
import { useDraft } from "./draft-provider";
import { placeHref } from "./place-link";
import { RenameForm } from "./rename-form";
import { Trouble } from "@/ui/parts/trouble";

type Uses = Extract<Awaited<ReturnType<typeof usesInDraft>>, { ok: true }>["value"];

interface Props {
  readonly list: CodedList;
  readonly member: { readonly code: string; readonly name: string; readonly active?: boolean };
  /** The whole record as it stands, for deleting it. */
  readonly value: unknown;
  /** "Origin": what it is, before its code. */
  readonly what: string;
  readonly about?: ReactNode;
  /** Where its page is, without the code; and where to go when it is gone. */
  readonly page: string;
  readonly home: string;
  readonly children?: ReactNode;
}

/** The head of a record's page: its name, its code (which can be changed wherever it is named), and deleting it. */
export function MemberHead({ list, member, value, what, about, page, home, children }: Props) {
  const { mayEdit, commit } = useDraft();
  const router = useRouter();
  const [uses, setUses] = useState<Uses>();
  const [trouble, setTrouble] = useState<string>();
  const [renaming, setRenaming] = useState(false);
  const path = joinPath(list, member.code);
  const ask = async () => {
    const found = await sent(usesInDraft({ list, code: member.code }));
    if (!found.ok) return setTrouble(found.text);
    if (found.value.places.length + found.value.outside.length > 0) return setUses(found.value);
    const answer = await commit([{ path, from: value as Json }]);
    if (answer.ok) router.push(home);
    else setTrouble(answer.text);
  };
  const switchOff = async () => {
    const answer = await commit([{ path: `${path}/active`, from: true, to: false }]);
    if (answer.ok) setUses(undefined);
    else setTrouble(answer.text);
  };
  return (
    <>
      <PageHead
        above={
          <>
            {what}{" "}
            {renaming ? (
              <RenameForm
                code={member.code}
                renaming={(to) => ({ list, from: member.code, to })}
                onDone={(to) => {
                  setRenaming(false);
                  if (to !== undefined) router.push(`${page}/${encodeURIComponent(to)}`);
                }}
              />
            ) : mayEdit ? (
              <button
                type="button"
                className="rounded-sm underline decoration-dotted underline-offset-2 hover:text-ink"
                title="Change the code; it is renamed everywhere it is used"
                aria-label={`Code ${member.code}: change it`}
                onClick={() => setRenaming(true)}
              >
                {member.code}
              </button>
            ) : (
              member.code
            )}
            {about !== undefined && <> · {about}</>}
            {list in suspendable && (
              <RecordSuspended what={suspendable[list as Suspendable]} code={member.code} />
            )}
          </>
        }
        title={member.name}
      >
        {children}
        {mayEdit && <Button onClick={() => void ask()}>Delete</Button>}
      </PageHead>
      <Trouble text={trouble} />
      {uses && (
        <UsesPanel
          uses={uses}
          onOff={member.active === true ? () => void switchOff() : undefined}
          onClose={() => setUses(undefined)}
        />
      )}
    </>
  );
}

/** What of a setup can be suspended, by its list. */
const suspendable = { origins: "origin", carriers: "carrier", services: "service", offers: "offer" } as const;
type Suspendable = keyof typeof suspendable;

const MOST_SHOWN = 12;
const outsideWords = {
  items: "items are kept in stock there or belong to it",
  orders: "orders name it",
  accounts: "accounts or secrets are kept under it",
};

/** What keeps a record from being deleted, each with a link, and what can be done instead. */
function UsesPanel({
  uses,
  onOff,
  onClose,
}: {
  readonly uses: Uses;
  readonly onOff: (() => void) | undefined;
  readonly onClose: () => void;
}) {
  const more = uses.places.length - MOST_SHOWN;
  return (
    <section role="alert" aria-label="In use" className="sheet mb-3 border-l-4 border-l-loss px-3 py-2">
      <p className="font-semibold">It is in use, so it stays.</p>
      <ul className="my-1 columns-2 gap-6">
        {uses.places.slice(0, MOST_SHOWN).map((path) => {
          const href = placeHref(path);
          return (
            <li key={path}>
              {href === undefined ? (
                placeWords(path)
              ) : (
                <Link href={href} prefetch={false} className="link">
                  {placeWords(path)}
                </Link>
              )}
            </li>
          );
        })}
        {more > 0 && <li className="text-soft">and {more} more places</li>}
        {uses.outside.map(({ what, count }) => (
          <li key={what}>
            {count} {outsideWords[what]}
          </li>
        ))}
      </ul>
      <div className="mt-2 flex gap-2">
        {onOff && (
          <Button kind="main" onClick={onOff}>
            Switch it off instead
          </Button>
        )}
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </section>
  );
}
