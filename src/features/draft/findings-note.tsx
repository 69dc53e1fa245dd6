"use client";

import Link from "next/link";
import { useEffect } from "react";
import { placeHref } from "./place-link";
import type { Notice } from "./notice";

const MOST_SHOWN = 6;
const MOST_MARKED = 100;

/** Marks the very fields that notices are about: the field whose path is the notice's, or the nearest above it. */
function useFieldMarks(notices: readonly Notice[]): void {
  useEffect(() => {
    const marked = notices.slice(0, MOST_MARKED).flatMap((notice) => {
      for (let at = notice.source; at.includes("/"); at = at.slice(0, at.lastIndexOf("/"))) {
        const field = document.querySelector<HTMLElement>(`[data-path="${CSS.escape(at)}"]`);
        if (!field) continue;
        field.dataset.notice = notice.severity;
        field.title = notice.text;
        return [field];
      }
      return [];
    });
    return () => {
      for (const field of marked) {
        delete field.dataset.notice;
        field.removeAttribute("title");
      }
    };
  }, [notices]);
}

/** What checks found about a record, at the record and at its fields. */
export function FindingsNote({ notices }: { readonly notices: readonly Notice[] }) {
  useFieldMarks(notices);
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
