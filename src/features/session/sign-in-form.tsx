"use client";

import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { Button } from "@/ui/parts/button";

const words: Readonly<Record<number, string>> = {
  401: "E-mail and password do not belong together.",
  429: "Too many tries. Wait a minute, then try again.",
};

/** E-mail and password; what was typed stays when it fails. */
export function SignInForm() {
  const router = useRouter();
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const answer = await fetch("/api/auth/sign-in/email", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ email: email.trim(), password }),
    }).catch(() => undefined);
    setBusy(false);
    if (!answer?.ok)
      return setTrouble(words[answer?.status ?? 0] ?? "The server does not answer. Try again in a moment.");
    router.push("/orders");
    router.refresh();
  };
  const field = "control mt-0.5 h-9 w-full px-2";
  return (
    <form onSubmit={(event) => void submit(event)} className="space-y-3">
      <label className="block">
        E-mail
        <input
          className={field}
          type="email"
          autoComplete="username"
          value={email}
          onChange={(event) => setEmail(event.target.value)}
          required
          autoFocus
        />
      </label>
      <label className="block">
        Password
        <input
          className={field}
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          required
        />
      </label>
      {trouble !== undefined && (
        <p role="alert" className="text-loss">
          {trouble}
        </p>
      )}
      <Button type="submit" kind="main" disabled={busy} className="h-9 w-full justify-center">
        Sign in
      </Button>
    </form>
  );
}
