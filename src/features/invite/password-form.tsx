"use client";

import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { askAuth } from "@/features/account";
import { Button } from "@/ui/parts/button";
import { sent } from "@/features/submit";
import { setPassword, takeUp } from "./actions";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly token: string;
  readonly email: string;
  /** A first password, of somebody who was asked in, or another one for somebody who is here. */
  readonly kind: "first" | "another";
}

/** The password of whoever holds a link; then they are signed in. */
export function PasswordForm({ token, email, kind }: Props) {
  const router = useRouter();
  const [password, type] = useState("");
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const answer = await sent((kind === "first" ? takeUp : setPassword)({ token, password }));
    if (answer.ok) await askAuth("/sign-in/email", { email, password });
    setBusy(false);
    if (!answer.ok) return setTrouble(answer.text);
    router.push("/orders");
    router.refresh();
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="space-y-3">
      <input type="hidden" autoComplete="username" value={email} readOnly />
      <label className="block">
        Your password, at least 12 characters
        <input
          className="control mt-0.5 h-9 w-full px-2"
          type="password"
          autoComplete="new-password"
          value={password}
          onChange={(event) => type(event.target.value)}
          minLength={12}
          required
          autoFocus
        />
      </label>
      <Trouble text={trouble} />
      <Button type="submit" kind="main" disabled={busy} className="h-9 w-full justify-center">
        {kind === "first" ? "Sign in" : "Set the password"}
      </Button>
    </form>
  );
}
