"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useRef, type KeyboardEvent, type ReactNode } from "react";
import { classNames } from "../class-names";

export interface SideEntry {
  readonly key: string;
  readonly href: string;
  readonly title: ReactNode;
  readonly mark?: ReactNode;
  readonly sub?: ReactNode;
  readonly figure?: ReactNode;
  readonly faded?: boolean;
}

interface Props {
  readonly label: string;
  readonly entries: readonly SideEntry[];
  readonly current?: string | undefined;
  readonly empty: ReactNode;
}

/** The list at the left of a station; j and k (or the arrows, within it) walk through it. */
export function SideList({ label, entries, current, empty }: Props) {
  const list = useRef<HTMLUListElement>(null);
  const router = useRouter();
  if (entries.length === 0) return <p className="px-4 py-6 text-soft">{empty}</p>;
  const onKeyDown = (event: KeyboardEvent) => {
    const step =
      event.key === "j" || event.key === "ArrowDown"
        ? 1
        : event.key === "k" || event.key === "ArrowUp"
          ? -1
          : 0;
    const links = [...(list.current?.querySelectorAll("a") ?? [])];
    const at = links.findIndex((link) => link === document.activeElement);
    const next = links[at + step];
    if (step === 0 || !next) return;
    event.preventDefault();
    next.focus();
    router.prefetch(next.getAttribute("href") ?? "");
  };
  return (
    <nav aria-label={label}>
      <ul ref={list} onKeyDown={onKeyDown}>
        {entries.map((entry) => (
          <li
            key={entry.key}
            className="border-b border-hairline [contain-intrinsic-size:auto_49px] [content-visibility:auto]"
          >
            <Link
              href={entry.href}
              prefetch={false}
              aria-current={entry.key === current ? "page" : undefined}
              className={classNames(
                "block border-l-4 py-1.5 pr-3 pl-[11px] outline-offset-[-2px] transition-colors duration-150",
                entry.key === current ? "border-sign bg-wash" : "border-transparent hover:bg-well",
              )}
            >
              <span
                className={classNames(
                  "flex items-baseline justify-between gap-2",
                  entry.faded && "text-faint",
                )}
              >
                <span className="truncate">{entry.title}</span>
                {entry.mark !== undefined && <span className="narrow shrink-0 text-xs">{entry.mark}</span>}
              </span>
              {(entry.sub !== undefined || entry.figure !== undefined) && (
                <span className="narrow flex items-baseline justify-between gap-2 text-soft">
                  <span className="truncate">{entry.sub}</span>
                  <span className="shrink-0">{entry.figure}</span>
                </span>
              )}
            </Link>
          </li>
        ))}
      </ul>
    </nav>
  );
}
