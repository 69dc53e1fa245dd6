"use client";

import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { askAuth } from "@/features/account";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";

const field = "control mt-0.5 h-9 w-full px-2";

/** E-mail and password, and a code where a second factor is on; what was typed stays when it fails. */
export function SignInForm() {
  const router = useRouter();
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [second, setSecond] = useState(false);
  const enter = () => {
    router.push("/orders");
    router.refresh();
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const answer = await askAuth("/sign-in/email", { email: email.trim(), password });
    setBusy(false);
    if (!answer.ok) return setTrouble(answer.text);
    setTrouble(undefined);
    if (answer.value.twoFactorRedirect === true) setSecond(true);
    else enter();
  };
  if (second) return <SecondStep onDone={enter} onBack={() => setSecond(false)} />;
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
      <Trouble text={trouble} />
      <Button type="submit" kind="main" disabled={busy} className="h-9 w-full justify-center">
        Sign in
      </Button>
    </form>
  );
}

/** The code of an authenticator, or a spare one. */
function SecondStep({ onDone, onBack }: { readonly onDone: () => void; readonly onBack: () => void }) {
  const [code, setCode] = useState("");
  const [spare, setSpare] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const answer = await askAuth(spare ? "/two-factor/verify-backup-code" : "/two-factor/verify-totp", {
      code: code.trim(),
    });
    setBusy(false);
    if (answer.ok) onDone();
    else setTrouble(answer.text);
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="space-y-3">
      <label className="block">
        {spare ? "A spare code" : "The code your authenticator shows"}
        <input
          className={field}
          inputMode={spare ? "text" : "numeric"}
          autoComplete="one-time-code"
          value={code}
          onChange={(event) => setCode(event.target.value)}
          required
          autoFocus
        />
      </label>
      <Trouble text={trouble} />
      <Button type="submit" kind="main" disabled={busy} className="h-9 w-full justify-center">
        Sign in
      </Button>
      <p className="flex justify-between">
        <button type="button" className="link" onClick={() => setSpare(!spare)}>
          {spare ? "Use the authenticator" : "Use a spare code"}
        </button>
        <button type="button" className="link" onClick={onBack}>
          Start again
        </button>
      </p>
    </form>
  );
}
