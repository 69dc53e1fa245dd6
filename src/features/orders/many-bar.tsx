"use client";

import Link from "next/link";
import { useRouter, useSearchParams } from "next/navigation";
import { useEffect } from "react";
import { isOpen } from "@/core/orders/order-state";
import { useSubmit } from "@/features/submit";
import { Key } from "@/ui/parts/key";
import { Trouble } from "@/ui/parts/trouble";
import { startMany } from "./actions";
import type { Queue } from "./load";

interface Props {
  readonly queue: Queue;
  readonly selection: ReadonlySet<string>;
  readonly onClear: () => void;
}

/** What can be done with many orders at once: those selected, else those of the list. */
export function ManyBar({ queue: { entries, found }, selection, onClear }: Props) {
  const query = useSearchParams();
  const router = useRouter();
  const { busy, trouble, submit } = useSubmit();
  const isSome = selection.size > 0;
  const listed = isSome ? entries.filter(({ number }) => selection.has(number)) : entries;
  const count = isSome ? selection.size : found;
  const open = listed.filter(({ state }) => isOpen(state) && state !== "ready").length;
  const ready = isSome
    ? [...selection]
    : listed.filter(({ state }) => state === "ready").map(({ number }) => number);
  const asked = isSome ? new URLSearchParams({ numbers: [...selection].join(",") }) : query;
  const href = `/orders/~many?${asked.toString()}`;
  const isOffered = isSome || open > 0;
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        event.target.closest("input:not([type=checkbox]), textarea, select, [role=menu]") !== null;
      if (event.key !== "m" || typing || event.ctrlKey || event.metaKey || event.altKey || !isOffered) return;
      router.push(href);
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [href, isOffered, router]);
  const confirm = async () => {
    const answer = await submit(() => startMany({ kind: "confirm-orders", numbers: ready }));
    if (answer.ok) router.push(`/orders/~many/${answer.value.id}`);
  };
  if (!isOffered && ready.length === 0) return null;
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 border-b border-hairline px-3.5 py-1.5">
      {isSome && <b>{count} selected</b>}
      {isOffered && (
        <Link prefetch={false} className="link" href={href}>
          Rate and apply{isSome ? "" : ` ${count}`} <Key>m</Key>
        </Link>
      )}
      {ready.length > 0 && (
        <button type="button" className="link" disabled={busy} onClick={() => void confirm()}>
          Confirm{isSome ? "" : ` ${ready.length}`}
        </button>
      )}
      {isSome && (
        <button type="button" className="link" onClick={onClear}>
          Clear
        </button>
      )}
      <Trouble text={trouble} />
    </div>
  );
}
