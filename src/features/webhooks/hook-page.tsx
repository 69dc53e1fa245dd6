"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Answer } from "@/messages/answer";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import { pauseHook, removeHook, renewHookSecret, repeatHook, resumeHook, testHook } from "./actions";
import { HookMessages } from "./hook-messages";
import { PausedNote } from "./hooks-page";
import type { LoadedHook } from "./load";
import { SecretOnce } from "./secret-once";

interface Props extends Omit<LoadedHook, "hook"> {
  readonly hook: NonNullable<LoadedHook["hook"]>;
}

/** One address that is told of things: what it was told, what came back, and what can be done about it. */
export function HookPage({ hook, messages }: Props) {
  const router = useRouter();
  const { busy, trouble, submit } = useSubmit();
  const [secret, setSecret] = useState<string>();
  const [isRemoving, setRemoving] = useState(false);
  const run = <T,>(action: () => Promise<Answer<T>>) => submit(action);
  const { id, pausedAt, failed } = hook;
  const remove = async () => {
    if ((await run(() => removeHook(id))).ok) router.push("/webhooks");
  };
  const renew = async () => {
    const answer = await run(() => renewHookSecret(id));
    if (answer.ok) setSecret(answer.value.secret);
  };
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Webhook" title={hook.url} />
      <p className="text-soft">
        Is told of {hook.events.join(", ")}. Added by {hook.createdBy}.
      </p>
      {pausedAt !== null && <PausedNote why={hook.pausedWhy} at={pausedAt} />}
      <div className="flex flex-wrap gap-2 py-3">
        <Button disabled={busy || pausedAt !== null} onClick={() => void run(() => testHook(id))}>
          Send a test
        </Button>
        {failed > 0 && (
          <Button disabled={busy} onClick={() => void run(() => repeatHook({ id }))}>
            Send all that failed again ({failed})
          </Button>
        )}
        <Button
          disabled={busy}
          onClick={() => void run(() => (pausedAt === null ? pauseHook(id) : resumeHook(id)))}
        >
          {pausedAt === null ? "Pause" : "Resume"}
        </Button>
        <Button disabled={busy} onClick={() => void renew()}>
          New secret
        </Button>
        {isRemoving ? (
          <Button disabled={busy} onClick={() => void remove()}>
            Yes, remove it with its messages
          </Button>
        ) : (
          <Button onClick={() => setRemoving(true)}>Remove</Button>
        )}
      </div>
      <Trouble text={trouble} />
      {secret !== undefined && (
        <>
          <SecretOnce secret={secret} />
          <p className="pb-3 text-soft">For 24 hours messages are signed with the secret before as well.</p>
        </>
      )}
      <HookMessages
        messages={messages}
        busy={busy}
        again={(delivery) => void run(() => repeatHook({ id, delivery }))}
      />
    </div>
  );
}
