"use client";

import type { ReactNode } from "react";
import { Button } from "./button";

/** A page as it will be on paper, with the button that prints it; what is around it stays off the paper. */
export function PrintPage({
  title,
  about,
  tools,
  children,
}: {
  readonly title: string;
  readonly about: string;
  readonly tools?: ReactNode;
  readonly children: ReactNode;
}) {
  return (
    <div className="mx-auto w-full max-w-[860px] px-[18px] py-4 print:max-w-none print:p-0">
      <header className="mb-4 flex items-end justify-between gap-3">
        <div>
          <p className="text-soft">{about}</p>
          <h1>{title}</h1>
        </div>
        <div className="flex items-center gap-2 print:hidden">
          {tools}
          <Button kind="main" onClick={() => window.print()}>
            Print
          </Button>
        </div>
      </header>
      {children}
    </div>
  );
}
