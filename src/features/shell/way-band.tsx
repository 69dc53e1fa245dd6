"use client";

import Link from "next/link";
import { useKept } from "@/ui/use-kept";
import { useTried } from "@/ui/use-tried";
import { TRY_HREF, type WayStep } from "./way-in";

/** The way in, under the line: what is done, what comes next and what is enough for it. It can be hidden, and shown again. */
export function WayBand({ steps: known }: { readonly steps: readonly WayStep[] }) {
  const [state, keep] = useKept("way-in", "shown");
  const [isTried] = useTried();
  const steps = known.map((step) => (step.href === TRY_HREF && isTried ? { ...step, isDone: true } : step));
  const next = steps.find(({ isDone }) => !isDone);
  if (!next) return null;
  if (state === "hidden")
    return (
      <p className="shrink-0 border-b border-hairline bg-sheet px-[18px] py-0.5 text-right text-xs print:hidden">
        <button type="button" className="link" onClick={() => keep("shown")}>
          Show the way in: next is {next.name}
        </button>
      </p>
    );
  return (
    <nav
      aria-label="The way in"
      className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-hairline bg-sheet px-[18px] py-1.5 print:hidden"
    >
      <ol className="narrow flex flex-wrap items-center gap-x-3 gap-y-1">
        {steps.map((step) => (
          <li key={step.name} className="flex items-center gap-1">
            <span
              aria-hidden
              className={`inline-block size-2.5 border border-ink ${step.isDone ? "bg-ink" : step === next ? "bg-sign" : "border-dashed"}`}
            />
            <Link
              prefetch={false}
              href={step.href}
              aria-current={step === next ? "step" : undefined}
              className={step === next ? "font-semibold" : "link text-soft"}
            >
              {step.name}
            </Link>
            <span className="sr-only">{step.isDone ? "done" : step === next ? "next" : "to do"}</span>
          </li>
        ))}
      </ol>
      <p className="min-w-0 grow">
        Next:{" "}
        <Link prefetch={false} className="link" href={next.href}>
          {next.name}
        </Link>
        . Enough to go on: {next.enough}.
      </p>
      <button type="button" className="link text-xs" onClick={() => keep("hidden")}>
        Hide
      </button>
    </nav>
  );
}
