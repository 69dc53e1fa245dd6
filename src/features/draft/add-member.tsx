"use client";

import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import type { Json } from "@/core/setup/path";
import { Button } from "@/ui/parts/button";
import { useDraft } from "./draft-provider";
import { suggestCode } from "./member-code";
import { Trouble } from "@/ui/parts/trouble";

interface AddProps {
  /** "origin": what is added, in words. */
  readonly what: string;
  readonly list: string;
  readonly home: string;
  readonly template: (code: string, name: string) => Json;
  /** The codes there are: the one that is suggested is none of them. */
  readonly taken: readonly string[];
  /** What the suggested code begins with: the carrier's, for its services. */
  readonly prefix?: string;
}

/** Adds a member to a list: its code and name first, everything else on its page. */
export function AddMember({ what, list, home, template, taken, prefix }: AddProps) {
  const { mayEdit, commit } = useDraft();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [typedCode, setCode] = useState<string>();
  const [name, setName] = useState("");
  const [trouble, setTrouble] = useState<string>();
  const code = typedCode ?? suggestCode(name, taken, prefix);
  if (!mayEdit) return null;
  const add = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await commit([{ path: `${list}/${encodeURIComponent(code)}`, to: template(code, name) }]);
    if (!answer.ok) return setTrouble(answer.text);
    setOpen(false);
    setCode(undefined);
    setName("");
    setTrouble(undefined);
    router.push(`${home}/${encodeURIComponent(code)}`);
  };
  if (!open)
    return (
      <div className="px-3 py-2">
        <Button onClick={() => setOpen(true)}>Add {what}</Button>
      </div>
    );
  const field = "control h-7 w-full px-1.5";
  return (
    <form
      onSubmit={(event) => void add(event)}
      className="hatch space-y-1.5 border-b border-hairline px-3 py-2"
    >
      <label className="block">
        Name
        <input
          className={field}
          value={name}
          onChange={(event) => setName(event.target.value)}
          autoFocus
          required
        />
      </label>
      <label className="block">
        Code <span className="text-soft">how other things name it</span>
        <input className={field} value={code} onChange={(event) => setCode(event.target.value)} required />
      </label>
      <Trouble text={trouble} />
      <div className="flex gap-2">
        <Button type="submit" kind="main">
          Add
        </Button>
        <Button onClick={() => setOpen(false)}>Cancel</Button>
      </div>
    </form>
  );
}
