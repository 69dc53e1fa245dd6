"use client";

import { useSubmit } from "@/features/submit";
import { Trouble } from "@/ui/parts/trouble";
import { setSecondFactorRule } from "./actions";
import type { PeopleParts } from "./load";
import { roleWords } from "./role-words";

/** Roles that see what others must not: there a password alone is little. */
const recommended = ["admin", "finance"];

interface Props {
  readonly needed: readonly string[];
  readonly people: PeopleParts["people"];
}

/** For which roles a second factor is needed, and how many of them have none yet. */
export function SecondFactorRule({ needed, people }: Props) {
  const { busy, trouble, submit } = useSubmit();
  const set = (role: string, on: boolean) =>
    void submit(() =>
      setSecondFactorRule({ roles: on ? [...needed, role] : needed.filter((one) => one !== role) }),
    );
  return (
    <section aria-label="Second factor by role" className="mb-4 max-w-[56rem]">
      <h2 className="mb-1">Who needs a second factor</h2>
      <p className="mb-1 text-soft">
        Whoever needs one and has none turns it on at their next page, before they see anything else. We
        recommend it for administrators and finance.
      </p>
      <ul>
        {Object.keys(roleWords).map((role) => {
          const lacking = people.filter((one) => one.active && one.role === role && !one.secondFactor).length;
          return (
            <li key={role}>
              <label className="flex items-baseline gap-2 py-0.5">
                <input
                  type="checkbox"
                  checked={needed.includes(role)}
                  disabled={busy}
                  onChange={(event) => set(role, event.target.checked)}
                />
                <span className="w-[100px] font-semibold">{role}</span>
                <span className="text-soft">
                  {lacking === 0
                    ? "everybody has one"
                    : lacking === 1
                      ? "one person has none"
                      : `${lacking} people have none`}
                  {recommended.includes(role) && !needed.includes(role) && " · recommended"}
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      <Trouble text={trouble} />
    </section>
  );
}
