"use client";

import { useState, type FormEvent } from "react";
import { Button } from "@/ui/parts/button";
import { sent } from "@/features/submit";
import { invitePerson } from "./actions";
import { LinkPanel } from "./link-panel";
import { roleWords, type RoleName } from "./role-words";
import { Trouble } from "@/ui/parts/trouble";

/** Who is asked in, as what; the link to send comes back once. */
export function InviteForm({ onClose }: { readonly onClose: () => void }) {
  const [name, setName] = useState("");
  const [email, setEmail] = useState("");
  const [role, setRole] = useState<RoleName>("coordinator");
  const [trouble, setTrouble] = useState<string>();
  const [link, setLink] = useState<string>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await sent(invitePerson({ name, email, role }));
    if (answer.ok) setLink(answer.value.link);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  const field = "control mt-0.5 block h-8 px-2";
  if (link !== undefined)
    return (
      <LinkPanel
        label="Invitation"
        words={`Send ${name} this link. It works once, for seven days, and is not shown again:`}
        link={link}
        onDone={onClose}
      />
    );
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="sheet mb-4 flex flex-wrap items-end gap-3 px-4 py-3"
      aria-label="Invite somebody"
    >
      <label>
        Name
        <input
          className={`${field} w-48`}
          value={name}
          autoFocus
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <label>
        E-mail
        <input
          className={`${field} w-64`}
          type="email"
          value={email}
          onChange={(event) => setEmail(event.target.value)}
        />
      </label>
      <label>
        Role
        <select className={field} value={role} onChange={(event) => setRole(event.target.value as RoleName)}>
          {Object.keys(roleWords).map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
      </label>
      <Button type="submit" kind="main">
        Make the link
      </Button>
      <Button onClick={onClose}>Cancel</Button>
      <Trouble text={trouble} />
    </form>
  );
}
