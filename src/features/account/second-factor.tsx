"use client";

import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { renderSVG } from "uqr";
import { Button } from "@/ui/parts/button";
import { askAuth } from "./ask-auth";
import { Trouble } from "@/ui/parts/trouble";

interface Begun {
  readonly uri: string;
  readonly spares: readonly string[];
}

/** The second factor: a code from an authenticator (RFC 6238) beside the password; spare codes for when it is lost. */
export function SecondFactor({ on }: { readonly on: boolean }) {
  const router = useRouter();
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const [begun, setBegun] = useState<Begun>();
  const [trouble, setTrouble] = useState<string>();
  const begin = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await askAuth(on ? "/two-factor/disable" : "/two-factor/enable", { password });
    setTrouble(answer.ok ? undefined : answer.text);
    if (!answer.ok) return;
    setPassword("");
    if (on) return router.refresh();
    const { totpURI, backupCodes } = answer.value;
    setBegun({ uri: String(totpURI), spares: Array.isArray(backupCodes) ? backupCodes.map(String) : [] });
  };
  const confirm = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await askAuth("/two-factor/verify-totp", { code: code.replace(/\s/g, "") });
    setTrouble(answer.ok ? undefined : answer.text);
    if (!answer.ok) return;
    setBegun(undefined);
    setCode("");
    router.refresh();
  };
  const field = "control mt-0.5 mb-2 block h-8 w-full px-2";
  return (
    <section aria-label="Second factor">
      <h2 className="mb-1.5">Second factor: {on ? "on" : "off"}</h2>
      {begun ? (
        <form onSubmit={(event) => void confirm(event)}>
          <div className="flex gap-3">
            <div
              className="size-[150px] shrink-0 rounded-md bg-white p-1"
              role="img"
              aria-label="The secret as a picture for an authenticator"
              // the picture is drawn here from the secret: lines and numbers alone
              dangerouslySetInnerHTML={{ __html: renderSVG(begun.uri, { border: 1 }) }}
            />
            <div>
              <p>Read the picture with an authenticator, or type this secret into it:</p>
              <p className="my-1 break-all select-all">{new URL(begun.uri).searchParams.get("secret")}</p>
              <p className="text-soft">Keep these spare codes, each works once:</p>
              <p className="narrow columns-2 select-all">{begun.spares.join(" ")}</p>
            </div>
          </div>
          <label className="mt-2 block">
            The code it shows
            <input
              className={field}
              inputMode="numeric"
              autoComplete="one-time-code"
              value={code}
              required
              onChange={(event) => setCode(event.target.value)}
            />
          </label>
          <Button type="submit" kind="main">
            Turn it on
          </Button>
        </form>
      ) : (
        <form onSubmit={(event) => void begin(event)}>
          <p className="mb-2 text-soft">
            {on
              ? "Signing in asks for a code of your authenticator."
              : "With it, a password alone lets nobody in: a code that changes every 30 seconds is asked for too."}
          </p>
          <label>
            Your password
            <input
              className={field}
              type="password"
              autoComplete="current-password"
              value={password}
              required
              onChange={(event) => setPassword(event.target.value)}
            />
          </label>
          <Button type="submit">{on ? "Turn it off" : "Set it up"}</Button>
        </form>
      )}
      <Trouble text={trouble} />
    </section>
  );
}
