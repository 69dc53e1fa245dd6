"use client";

import Link from "next/link";
import { useEffect, useState } from "react";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { countFindingAgain, setFindingAside } from "./actions";
import { useDraft } from "./draft-provider";
import { counting, type Notice } from "./notice";
import { placeHref } from "./place-link";

const MOST_SHOWN = 6;
const MOST_MARKED = 100;

/** Marks the very fields that notices are about: the field whose path is the notice's, or the nearest above it. */
function useFieldMarks(notices: readonly Notice[]): void {
  useEffect(() => {
    const marked = counting(notices)
      .slice(0, MOST_MARKED)
      .flatMap((notice) => {
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

const edges = { error: "border-l-loss", warning: "border-l-sign", note: "border-l-edge" } as const;

/** What checks found about a record, at the record and at its fields: why it matters, and what somebody decided to live with. */
export function FindingsNote({ notices }: { readonly notices: readonly Notice[] }) {
  useFieldMarks(notices);
  const own = counting(notices);
  const aside = notices.filter((notice) => notice.aside !== undefined);
  if (notices.length === 0) return null;
  return (
    <div className="mb-3 space-y-1">
      {own.length > 0 && (
        <ul aria-label="Findings" className="space-y-1">
          {own.slice(0, MOST_SHOWN).map((notice) => (
            <Found key={`${notice.source} ${notice.text}`} notice={notice} />
          ))}
          {own.length > MOST_SHOWN && (
            <li className="text-soft">and {own.length - MOST_SHOWN} more, marked where they are</li>
          )}
        </ul>
      )}
      {aside.length > 0 && (
        <details>
          <summary className="text-soft">
            {aside.length === 1 ? "1 finding is set aside" : `${aside.length} findings are set aside`}
          </summary>
          <ul aria-label="Set aside" className="space-y-1">
            {aside.map((notice) => (
              <SetAside key={notice.key} notice={notice} />
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

function Found({ notice }: { readonly notice: Notice }) {
  const { mayEdit } = useDraft();
  const [asking, setAsking] = useState(false);
  const href = placeHref(notice.source);
  return (
    <li className={`sheet border-l-4 px-3 py-1.5 ${edges[notice.severity]}`}>
      <span className="sr-only">{notice.severity}: </span>
      {notice.text} <span className="text-soft">{notice.why}</span>{" "}
      {href !== undefined && (
        <Link href={href} prefetch={false} className="link">
          Show it
        </Link>
      )}
      {mayEdit && notice.key !== undefined && !asking && (
        <button type="button" className="link ml-3" onClick={() => setAsking(true)}>
          Set aside
        </button>
      )}
      {asking && notice.key !== undefined && (
        <AsideForm findingKey={notice.key} onClose={() => setAsking(false)} />
      )}
    </li>
  );
}

function AsideForm({ findingKey, onClose }: { readonly findingKey: string; readonly onClose: () => void }) {
  const { tell } = useDraft();
  const [reason, setReason] = useState("");
  const { busy, trouble, submit } = useSubmit();
  const send = async () => {
    const answer = await submit(() => setFindingAside({ key: findingKey, reason }));
    if (!answer.ok) return;
    tell("1 finding set aside", false);
    onClose();
  };
  return (
    <form
      aria-label="Set the finding aside"
      className="mt-1 flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <input
        aria-label="Why it may stay"
        placeholder="why it may stay"
        className="control h-7 w-72 px-2"
        value={reason}
        maxLength={300}
        autoFocus
        onChange={({ target }) => setReason(target.value)}
      />
      <Button type="submit" kind="main" className="h-7" disabled={busy || reason.trim() === ""}>
        Set aside
      </Button>
      <Button kind="quiet" className="h-7" onClick={onClose}>
        Cancel
      </Button>
      <span className="text-soft">It counts again as soon as its figures change.</span>
      <Trouble text={trouble} />
    </form>
  );
}

function SetAside({ notice }: { readonly notice: Notice }) {
  const { mayEdit } = useDraft();
  const { busy, trouble, submit } = useSubmit();
  const { key, aside, text } = notice;
  return (
    <li className="sheet border-l-4 border-l-edge px-3 py-1.5 text-soft">
      {text} {aside?.who}: “{aside?.reason}”{" "}
      {mayEdit && key !== undefined && (
        <button
          type="button"
          className="link"
          disabled={busy}
          onClick={() => void submit(() => countFindingAgain(key))}
        >
          Count it again
        </button>
      )}
      <Trouble text={trouble} />
    </li>
  );
}
