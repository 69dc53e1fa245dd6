import Link from "next/link";
import { placeHref } from "./place-link";
import type { Notice } from "./notice";

const MOST_SHOWN = 6;

/** What checks found about a record, at the record. */
export function FindingsNote({ notices }: { readonly notices: readonly Notice[] }) {
  if (notices.length === 0) return null;
  return (
    <ul aria-label="Findings" className="mb-3 space-y-1">
      {notices.slice(0, MOST_SHOWN).map((notice) => {
        const href = placeHref(notice.source);
        return (
          <li
            key={`${notice.source} ${notice.text}`}
            className={`sheet border-l-4 px-3 py-1.5 ${notice.severity === "error" ? "border-l-loss" : notice.severity === "warning" ? "border-l-sign" : "border-l-edge"}`}
          >
            <span className="sr-only">{notice.severity}: </span>
            {notice.text}{" "}
            {href !== undefined && (
              <Link href={href} prefetch={false} className="link">
                Show it
              </Link>
            )}
          </li>
        );
      })}
      {notices.length > MOST_SHOWN && (
        <li className="text-soft">and {notices.length - MOST_SHOWN} more, marked where they are</li>
      )}
    </ul>
  );
}
