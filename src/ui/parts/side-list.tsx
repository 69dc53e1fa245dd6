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
  /** Which are selected, where several can be; and what is told when that changes. */
  readonly selection?: ReadonlySet<string>;
  readonly onSelect?: (selection: ReadonlySet<string>) => void;
}

/**
 * The list at the left of a station; j and k (or the arrows, within it) walk through it. Where several can be selected x
 * selects the one with the focus, and with Shift all between it and the one before.
 */
export function SideList({ label, entries, current, empty, selection, onSelect }: Props) {
  const list = useRef<HTMLUListElement>(null);
  const router = useRouter();
  const last = useRef<string>(undefined);
  const toggle = (key: string, isRange: boolean) => {
    if (!onSelect) return;
    const [from, to] = [last.current, key].map((one) => entries.findIndex((entry) => entry.key === one));
    const next = new Set(selection);
    const isOn = !next.has(key);
    const keys =
      isRange && from !== undefined && to !== undefined && from >= 0
        ? entries.slice(Math.min(from, to), Math.max(from, to) + 1).map((entry) => entry.key)
        : [key];
    for (const one of keys) {
      if (isOn) next.add(one);
      else next.delete(one);
    }
    last.current = key;
    onSelect(next);
  };
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
    const focused = entries[at];
    if (focused && event.key.toLowerCase() === "x") {
      event.preventDefault();
      return toggle(focused.key, event.shiftKey);
    }
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
            className="relative border-b border-hairline [contain-intrinsic-size:auto_49px] [content-visibility:auto]"
          >
            {onSelect && (
              <input
                type="checkbox"
                tabIndex={-1}
                aria-label={`Select ${entry.key}`}
                title="Select (x); with Shift as far as this one"
                className="absolute top-[9px] left-3"
                checked={selection?.has(entry.key) ?? false}
                onClick={(event) => toggle(entry.key, event.shiftKey)}
                onChange={() => undefined}
              />
            )}
            <Link
              href={entry.href}
              prefetch={false}
              aria-current={entry.key === current ? "page" : undefined}
              className={classNames(
                "block border-l-4 py-1.5 pr-3 outline-offset-[-2px] transition-colors duration-150",
                onSelect ? "pl-8" : "pl-[11px]",
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
