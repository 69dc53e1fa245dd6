"use client";

import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { askAuth } from "@/features/account";
import { Button } from "@/ui/parts/button";
import { takeUp } from "./actions";

/** The password of somebody who was asked in; then they are signed in. */
export function AcceptForm({ token, email }: { readonly token: string; readonly email: string }) {
  const router = useRouter();
  const [password, setPassword] = useState("");
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const answer = await takeUp({ token, password }).catch(() => undefined);
    if (answer?.ok) await askAuth("/sign-in/email", { email, password });
    setBusy(false);
    if (!answer?.ok) return setTrouble(answer?.text ?? "The server does not answer. Try again in a moment.");
    router.push("/orders");
    router.refresh();
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="space-y-3">
      <input type="hidden" autoComplete="username" value={email} readOnly />
      <label className="block">
        Your password, at least 10 signs
        <input
          className="control mt-0.5 h-9 w-full px-2"
          type="password"
          autoComplete="new-password"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          minLength={10}
          required
          autoFocus
        />
      </label>
      {trouble !== undefined && (
        <p role="alert" className="text-loss">
          {trouble}
        </p>
      )}
      <Button type="submit" kind="main" disabled={busy} className="h-9 w-full justify-center">
        Come in
      </Button>
    </form>
  );
}
