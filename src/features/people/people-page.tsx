"use client";

import { useState } from "react";
import { Moment } from "@/features/clock";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { sent } from "@/features/submit";
import { changePerson, makePasswordLink, withdrawInvitation, type PersonChange } from "./actions";
import { InviteForm } from "./invite-form";
import { LinkPanel } from "./link-panel";
import { RetentionRule } from "./retention-rule";
import { SecondFactorRule } from "./second-factor-rule";
import type { PeopleParts } from "./load";
import { roleWords, type RoleName } from "./role-words";
import { ListTable } from "@/ui/parts/list-table";
import { Trouble } from "@/ui/parts/trouble";

/** Who may sign in, and what they may do. */
export function PeoplePage({ parts }: { readonly parts: PeopleParts }) {
  const [inviting, setInviting] = useState(false);
  const [trouble, setTrouble] = useState<{ readonly id: string; readonly text: string }>();
  const change = async (what: PersonChange) => {
    const answer = await sent(changePerson(what));
    setTrouble(answer.ok ? undefined : { id: what.id, text: answer.text });
  };
  const [link, setLink] = useState<{ readonly name: string; readonly href: string }>();
  const makeLink = async ({ id, name }: PeopleParts["people"][number]) => {
    const answer = await sent(makePasswordLink({ id }));
    if (answer.ok) setLink({ name, href: answer.value.link });
    setTrouble(answer.ok ? undefined : { id, text: answer.text });
  };
  return (
    <div className="px-[18px] py-4">
      <PageHead above="People" title="People and roles">
        <Button kind="main" onClick={() => setInviting(true)}>
          Invite somebody
        </Button>
      </PageHead>
      {link && (
        <LinkPanel
          label="New password"
          words={`Send ${link.name} this link. It sets a new password once, within the hour, and is not shown again:`}
          link={link.href}
          onDone={() => setLink(undefined)}
        />
      )}
      {inviting && <InviteForm onClose={() => setInviting(false)} />}
      <div className="mb-4">
        <ListTable
          heads={["Name", "E-mail", "Role", "Second factor", "Last here", "Sessions"]}
          unseen="Changes"
        >
          {parts.people.map((person) => (
            <PersonRow
              key={person.id}
              person={person}
              self={person.id === parts.self}
              trouble={trouble?.id === person.id ? trouble.text : undefined}
              onChange={(what) => void change(what)}
              onLink={() => void makeLink(person)}
            />
          ))}
        </ListTable>
      </div>
      <Roles />
      <SecondFactorRule needed={parts.rules.secondFactorFor} people={parts.people} />
      <RetentionRule months={parts.keepMonths} />
      <Invitations invitations={parts.invitations} />
    </div>
  );
}

function PersonRow({
  person,
  self,
  trouble,
  onChange,
  onLink,
}: {
  readonly person: PeopleParts["people"][number];
  readonly self: boolean;
  readonly trouble: string | undefined;
  readonly onChange: (what: PersonChange) => void;
  readonly onLink: () => void;
}) {
  const { id, name } = person;
  return (
    <>
      <tr
        className={`border-b border-hairline last:border-0 [&>td]:h-[34px] [&>td]:px-3 ${person.active ? "" : "text-faint"}`}
      >
        <td className="font-semibold whitespace-nowrap">
          {name} {self && <span className="font-normal text-soft">you</span>}
          {!person.active && <span className="font-normal"> switched off</span>}
        </td>
        <td>{person.email}</td>
        <td>
          <select
            aria-label={`Role of ${name}`}
            className="control h-7 px-1"
            value={person.role}
            disabled={!person.active}
            onChange={(event) => onChange({ what: "role", id, role: event.target.value as RoleName })}
          >
            {Object.keys(roleWords).map((role) => (
              <option key={role}>{role}</option>
            ))}
          </select>
        </td>
        <td className="text-soft">{person.secondFactor ? "on" : "off"}</td>
        <td className="whitespace-nowrap text-soft">
          {person.lastSeen ? <Moment at={person.lastSeen} /> : "never"}
        </td>
        <td className="text-soft">{person.sessions}</td>
        <td>
          <span className="flex justify-end gap-2 whitespace-nowrap">
            {person.active && (
              <button
                type="button"
                className="link"
                aria-label={`Make a link for a new password of ${name}`}
                onClick={onLink}
              >
                New password…
              </button>
            )}
            {person.sessions > 0 && (
              <button
                type="button"
                className="link"
                aria-label={`Sign ${name} out everywhere`}
                onClick={() => onChange({ what: "sessions", id })}
              >
                Sign out everywhere
              </button>
            )}
            {person.secondFactor && (
              <button
                type="button"
                className="link"
                aria-label={`Remove the second factor of ${name}`}
                onClick={() => onChange({ what: "second-factor", id })}
              >
                Remove second factor
              </button>
            )}
            <button
              type="button"
              className="link"
              aria-label={person.active ? `Switch ${name} off` : `Switch ${name} on`}
              onClick={() => onChange({ what: "active", id, active: !person.active })}
            >
              {person.active ? "Switch off" : "Switch on"}
            </button>
          </span>
        </td>
      </tr>
      {trouble !== undefined && (
        <tr>
          <td colSpan={7} role="alert" className="px-3 pb-2 text-loss">
            {trouble}
          </td>
        </tr>
      )}
    </>
  );
}

function Roles() {
  return (
    <section aria-label="Roles" className="mb-4 max-w-[56rem]">
      <h2 className="mb-1">What roles may do</h2>
      <dl className="grid grid-cols-[110px_minmax(0,1fr)] gap-x-3 gap-y-0.5">
        {Object.entries(roleWords).map(([role, words]) => (
          <div key={role} className="contents">
            <dt className="font-semibold">{role}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Invitations({ invitations }: { readonly invitations: PeopleParts["invitations"] }) {
  const [trouble, setTrouble] = useState<string>();
  const withdraw = async (id: string) => {
    const answer = await sent(withdrawInvitation({ id }));
    setTrouble(answer.ok ? undefined : answer.text);
  };
  if (invitations.length === 0) return null;
  return (
    <section aria-label="Invitations" className="max-w-[56rem]">
      <h2 className="mb-1">Invited, not signed in yet</h2>
      <ul>
        {invitations.map((one) => (
          <li key={one.id} className="flex gap-3 border-b border-hairline py-1 last:border-0">
            <span className="font-semibold">{one.name}</span>
            <span>{one.email}</span>
            <span className="text-soft">
              {one.role}, until <Moment at={one.expiresAt} />
            </span>
            <button
              type="button"
              className="link ml-auto"
              aria-label={`Withdraw the invitation of ${one.name}`}
              onClick={() => void withdraw(one.id)}
            >
              Withdraw
            </button>
          </li>
        ))}
      </ul>
      <Trouble text={trouble} />
    </section>
  );
}
