import Link from "next/link";
import { PageHead } from "@/ui/parts/page-head";
import type { ReactNode } from "react";

const places = [
  { key: "results", name: "Where money is lost", href: "/recovery", isOfBills: false },
  { key: "break-even", name: "Break-even", href: "/recovery/break-even", isOfBills: false },
  { key: "cheaper", name: "Cheaper service", href: "/recovery/cheaper", isOfBills: false },
  { key: "new-table", name: "New table", href: "/recovery/new-table", isOfBills: false },
  { key: "promises", name: "Promises kept", href: "/recovery/promises", isOfBills: false },
  { key: "bills", name: "Bills", href: "/recovery/bills", isOfBills: true },
  { key: "objections", name: "Objections", href: "/recovery/objections", isOfBills: true },
  { key: "month-end", name: "Month end", href: "/recovery/month-end", isOfBills: true },
] as const;

/** The head of a page of recovery: what it is, where else there is to go, and what can be done. */
export function RecoveryHead({
  at,
  maySeeBills,
  title,
  children,
}: {
  readonly at: (typeof places)[number]["key"];
  readonly maySeeBills: boolean;
  readonly title: string;
  readonly children?: ReactNode;
}) {
  return (
    <PageHead
      above={
        <nav aria-label="Recovery" className="flex flex-wrap gap-x-4">
          {places
            .filter(({ isOfBills }) => maySeeBills || !isOfBills)
            .map(({ key, name, href }) => (
              <Link
                key={key}
                prefetch={false}
                href={href}
                aria-current={key === at ? "page" : undefined}
                className="link aria-[current=page]:font-semibold aria-[current=page]:text-ink aria-[current=page]:no-underline"
              >
                {name}
              </Link>
            ))}
        </nav>
      }
      title={title}
    >
      {children}
    </PageHead>
  );
}
