"use client";

import { useRouter } from "next/navigation";
import type { ReactNode } from "react";
import { useSubmit } from "@/features/submit";
import { lookAt } from "./actions";

interface Props {
  /** The revision to be shown left of the gate; without one the draft. */
  readonly revision: number | undefined;
  readonly href: string;
  readonly children: ReactNode;
}

/** Opens a place of the setup as a revision has it, or as the draft does, whichever is looked at elsewhere. */
export function RevisionLink({ revision, href, children }: Props) {
  const router = useRouter();
  const { busy, submit } = useSubmit();
  const open = async () => {
    const answer = await submit(() => lookAt(revision === undefined ? {} : { number: revision }));
    if (answer.ok) router.push(href);
  };
  return (
    <button
      type="button"
      className="link text-left"
      disabled={busy}
      title={revision === undefined ? "As the draft has it" : `As revision ${revision} has it`}
      onClick={() => void open()}
    >
      {children}
    </button>
  );
}
