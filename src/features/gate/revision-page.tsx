"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useDraft } from "@/features/draft";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import { lookAt } from "@/features/looking";
import { bringRevisionBack } from "./actions";
import { ChangeLines } from "./change-lines";
import type { loadComparison } from "./load";

type Props = NonNullable<Awaited<ReturnType<typeof loadComparison>>>;

/** One revision: what it changed of another, a look into it, its file, and bringing it back into the draft. */
export function RevisionPage({ zone, revision, against, members, mayEdit }: Props) {
  const { number, state, by, asked, takesEffect, note, restores, charges } = revision;
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link prefetch={false} className="link" href="/gate/revisions">
            Revisions
          </Link>
        }
        title={`Revision ${number}`}
      >
        <LookInto number={number} />
        <a
          className="link"
          href={`/gate/revisions/${number}/file`}
          download={`revision-${number}.setup.json`}
        >
          Export
        </a>
        {mayEdit && <BringBack number={number} />}
      </PageHead>
      <p className="pb-1">
        {state === "live" && <b>Live </b>}
        {state === "scheduled" ? "takes effect" : "in force from"} {takesEffect} ({zone}), published by {by}
        {asked !== "" && `, asked by ${asked}`}. {chargesText(charges)}.
        {restores !== undefined && ` It is revision ${restores} again.`}
      </p>
      {note !== "" && <p className="pb-1">{note}</p>}
      <CompareWith number={number} against={against} />
      {against === undefined ? (
        <p className="sheet px-4 py-6 text-soft">There is nothing before it to compare with.</p>
      ) : members.length === 0 ? (
        <p className="sheet px-4 py-6 text-soft">
          The setups of revision {against} and revision {number} are the same.
        </p>
      ) : (
        <ChangeLines members={members} />
      )}
    </div>
  );
}

function chargesText(charges: number): string {
  if (charges === 0) return "No charge applied by it yet";
  return charges === 1 ? "1 charge applied by it" : `${charges} charges applied by it`;
}

function CompareWith({ number, against }: { readonly number: number; readonly against: number | undefined }) {
  const router = useRouter();
  const [other, setOther] = useState(against === undefined ? "" : String(against));
  return (
    <form
      className="flex items-center gap-2 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (/^\d+$/.test(other)) router.push(`/gate/revisions/${number}?against=${other}`);
      }}
    >
      <label className="flex items-center gap-2">
        What it changed of revision
        <input
          className="control h-7 w-16 px-1.5 text-right"
          inputMode="numeric"
          value={other}
          onChange={(event) => setOther(event.target.value)}
        />
      </label>
      <Button type="submit" className="h-7">
        Compare
      </Button>
    </form>
  );
}

function LookInto({ number }: { readonly number: number }) {
  const router = useRouter();
  const { busy, trouble, submit } = useSubmit();
  const look = async () => {
    const answer = await submit(() => lookAt({ number }));
    if (answer.ok) router.push("/offers");
  };
  return (
    <>
      <Button disabled={busy} onClick={() => void look()}>
        Look into it
      </Button>
      <Trouble text={trouble} />
    </>
  );
}

function BringBack({ number }: { readonly number: number }) {
  const { edit, tell } = useDraft();
  const router = useRouter();
  const [trouble, setTrouble] = useState<string>();
  const bring = async () => {
    const answer = await edit((origin) => bringRevisionBack({ ...origin, number }));
    setTrouble(answer.ok ? undefined : answer.text);
    if (!answer.ok) return;
    tell(`The draft is revision ${number} again`, true);
    router.push("/gate");
  };
  return (
    <>
      <Button onClick={() => void bring()}>Bring back into the draft</Button>
      <Trouble text={trouble} />
    </>
  );
}
