import Link from "next/link";

/** What an origin that ships for the channel takes until it hands goods over. */
export interface Handling {
  readonly code: string;
  readonly name: string;
  readonly cutOff: string;
  readonly days: number;
}

/** What the channel's dates are made of: the days each origin takes, before the carrier's. */
export function HandlingTable({ handling }: { readonly handling: readonly Handling[] }) {
  if (handling.length === 0)
    return <p className="text-soft">No origin ships for this channel, so that nothing is promised.</p>;
  return (
    <>
      <ul className="max-w-[30rem]">
        {handling.map(({ code, name, cutOff, days }) => (
          <li key={code} className="flex gap-2 border-b border-hairline py-0.5">
            <Link
              prefetch={false}
              className="link"
              href={`/origins/${encodeURIComponent(code)}#origins/${code}/handlingDays`}
            >
              {name}
            </Link>
            <span className="ml-auto">
              {days === 0
                ? "hands over on the same day"
                : `hands over after ${days} working ${days === 1 ? "day" : "days"}`}
              , orders up to and including {cutOff}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-soft">The service&apos;s transit days come on top.</p>
    </>
  );
}
