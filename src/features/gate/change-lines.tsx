import Link from "next/link";
import type { ReactNode } from "react";
import type { ChangeWords } from "@/messages/change-words";
import type { ShownLine, ShownMember } from "./load";
import { stationsOf } from "./stations-of";

/** Changes by station, on the dashed line that leads to the gate; `action` stands at the end of a member's row. */
export function ChangeLines({
  members,
  action,
}: {
  readonly members: readonly ShownMember[];
  readonly action?: (member: ShownMember) => ReactNode;
}) {
  return (
    <div className="relative pl-5">
      <span aria-hidden className="dashed-line-down absolute top-2 bottom-0 left-[6px] w-[4px]" />
      {stationsOf(members).map(({ station, members: own }) => (
        <section key={station} aria-label={station} className="relative pb-4">
          <span
            aria-hidden
            className="absolute top-[3px] -left-5 size-4 rounded-full border-[3px] border-ink bg-sheet"
          />
          <h2 className="pb-1">
            {station} <span className="font-normal text-soft">{own.length}</span>
          </h2>
          <ul className="sheet">
            {own.map((member) => (
              <Member key={`${member.list}/${member.code}`} member={member} action={action?.(member)} />
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function Member({ member, action }: { readonly member: ShownMember; readonly action: ReactNode }) {
  const { title, whole, href, lines, who, when } = member;
  return (
    <li className="border-b border-hairline px-3 py-1.5 last:border-0">
      <div className="flex items-baseline gap-3">
        <p className="min-w-0 flex-1 truncate font-semibold">
          {href === undefined ? (
            title
          ) : (
            <Link prefetch={false} href={href} className="link">
              {title}
            </Link>
          )}
          {whole !== "" && <span className="font-normal"> {whole}</span>}
        </p>
        {who !== "" && (
          <p className="narrow shrink-0 text-soft">
            {who} · {when}
          </p>
        )}
        {action}
      </div>
      {lines.length > 0 && (
        <ul>
          {lines.map((line, i) => (
            <Line key={i} line={line} />
          ))}
        </ul>
      )}
    </li>
  );
}

function Line({ line }: { readonly line: ShownLine }) {
  if (line.inside.length === 0)
    return (
      <li className="py-0.5">
        <Said words={line} />
      </li>
    );
  return (
    <li>
      <details>
        <summary className="py-0.5">
          <Said words={line} /> <span className="link narrow">each</span>
        </summary>
        <ul className="max-h-64 overflow-auto border-l-2 border-hairline pl-3">
          {line.inside.map((one, i) => (
            <li key={i}>
              <Said words={one} />
            </li>
          ))}
        </ul>
      </details>
    </li>
  );
}

/** "zone 4, over 5 kg: 12.00 EUR → 12.50 EUR", the old value soft, the new one strong. */
function Said({ words: { what, from, to } }: { readonly words: ChangeWords }) {
  return (
    <span className="break-words">
      {what}
      {to !== undefined && (
        <>
          : {from !== undefined && <span className="text-soft line-through">{from}</span>}
          {from !== undefined && " → "}
          <b>{to}</b>
        </>
      )}
    </span>
  );
}
