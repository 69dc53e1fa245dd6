"use client";

import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { Moment } from "@/features/clock";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { sent } from "@/features/submit";
import { endOwnSession } from "./actions";
import { askAuth } from "./ask-auth";
import type { AccountParts } from "./load";
import { SecondFactor } from "./second-factor";
import { Trouble } from "@/ui/parts/trouble";

/** One's own sign-in: password, second factor, where one is signed in. */
export function AccountPage({ parts }: { readonly parts: AccountParts }) {
  return (
    <div className="max-w-[60rem] px-[18px] py-4">
      <PageHead above={`${parts.role} · ${parts.email}`} title={parts.name} />
      <div className="grid gap-x-8 gap-y-5 md:grid-cols-2">
        <PasswordForm />
        <SecondFactor on={parts.secondFactor} />
      </div>
      <Sessions sessions={parts.sessions} />
    </div>
  );
}

function PasswordForm() {
  const [current, setCurrent] = useState("");
  const [next, setNext] = useState("");
  const [said, setSaid] = useState<{ readonly text: string; readonly wrong: boolean }>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setSaid(undefined);
    const answer = await askAuth("/change-password", {
      currentPassword: current,
      newPassword: next,
      revokeOtherSessions: true,
    });
    setSaid(
      answer.ok
        ? { text: "Changed. Everywhere else you are signed out.", wrong: false }
        : { text: answer.text, wrong: true },
    );
    if (!answer.ok) return;
    setCurrent("");
    setNext("");
  };
  const field = "control mt-0.5 mb-2 block h-8 w-full px-2";
  return (
    <form onSubmit={(event) => void submit(event)} aria-label="Password">
      <h2 className="mb-1.5">Password</h2>
      <label>
        The one you have
        <input
          className={field}
          type="password"
          autoComplete="current-password"
          value={current}
          required
          onChange={(event) => setCurrent(event.target.value)}
        />
      </label>
      <label>
        The new one, at least 12 characters
        <input
          className={field}
          type="password"
          autoComplete="new-password"
          minLength={12}
          maxLength={200}
          value={next}
          required
          onChange={(event) => setNext(event.target.value)}
        />
      </label>
      {said && (
        <p role={said.wrong ? "alert" : "status"} className={said.wrong ? "mb-2 text-loss" : "mb-2"}>
          {said.text}
        </p>
      )}
      <Button type="submit" kind="main">
        Change the password
      </Button>
    </form>
  );
}

function Sessions({ sessions }: { readonly sessions: AccountParts["sessions"] }) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string>();
  const everywhere = async () => {
    const answer = await askAuth("/revoke-sessions", {});
    if (!answer.ok) return setTrouble(answer.text);
    router.push("/sign-in");
    router.refresh();
  };
  const end = async (id: string) => {
    const answer = await sent(endOwnSession({ id }));
    setTrouble(answer.ok ? undefined : answer.text);
  };
  return (
    <section aria-label="Sessions" className="mt-6">
      <h2 className="mb-1">Where you are signed in</h2>
      <ul className="sheet">
        {sessions.map((session) => (
          <li key={session.id} className="flex gap-3 border-b border-hairline px-3 py-1.5 last:border-0">
            <span className="min-w-0 flex-1 truncate">{session.from}</span>
            <span className="whitespace-nowrap text-soft">
              last used <Moment at={session.lastSeen} />
            </span>
            {session.current ? (
              <b>here</b>
            ) : (
              <button type="button" className="link" onClick={() => void end(session.id)}>
                Sign out
              </button>
            )}
          </li>
        ))}
      </ul>
      <Button className="mt-2" onClick={() => void everywhere()}>
        Sign out everywhere, here too
      </Button>
      <Trouble text={trouble} />
    </section>
  );
}
