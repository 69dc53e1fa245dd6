import Link from "next/link";
import { placeHref } from "@/features/draft";
import { PageHead } from "@/ui/parts/page-head";
import type { ActivityQuery, ShownAction } from "./load";
import { ListTable } from "@/ui/parts/list-table";
import { SentDay } from "@/features/edits";

interface Props {
  readonly query: ActivityQuery;
  readonly actions: readonly ShownAction[];
  readonly people: readonly { readonly key: string; readonly name: string }[];
  readonly count: number;
  readonly page: number;
  readonly pages: number;
  /** Whose clock the times are of. */
  readonly zone: string;
  readonly mayExport: boolean;
}

/** Who did what, when: what it was before and after. Found by who, about what, and between which days. */
export function ActivityPage({ query, actions, people, count, page, pages, zone, mayExport }: Props) {
  const search = (more: Record<string, string>) => {
    const all = { who: query.who, about: query.about, from: query.from, to: query.to, ...more };
    return new URLSearchParams(
      Object.entries(all).filter((pair): pair is [string, string] => Boolean(pair[1])),
    ).toString();
  };
  const field = "control mt-0.5 block h-8 px-2";
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Record" title="Activity">
        {mayExport && (
          <a className="link" href={`/activity/export?${search({})}`}>
            Export these {count} as CSV
          </a>
        )}
      </PageHead>
      <form method="get" className="mb-3 flex flex-wrap items-end gap-3" aria-label="Filter">
        <label>
          Who
          <select name="who" defaultValue={query.who ?? ""} className={field}>
            <option value="">anybody</option>
            {people.map((person) => (
              <option key={person.key} value={person.key}>
                {person.name}
              </option>
            ))}
          </select>
        </label>
        <label>
          About
          <input
            name="about"
            type="search"
            defaultValue={query.about ?? ""}
            placeholder="origins/TRT, secret, 10023"
            className={`${field} w-56`}
          />
        </label>
        <label>
          From
          <SentDay name="from" label="From" initial={query.from ?? ""} />
        </label>
        <label>
          Up to and including
          <SentDay name="to" label="Up to and including" initial={query.to ?? ""} />
        </label>
        <button
          type="submit"
          className="h-8 rounded-md border border-ink bg-ink px-3 font-semibold text-on-ink"
        >
          Show
        </button>
        <span className="pb-1.5 text-soft">
          {count} found{pages > 1 && `, page ${page} of ${pages}`}
        </span>
      </form>
      <ListTable heads={[`When (${zone})`, "Who", "Action", "Subject", "Before", "After"]} narrow>
        {actions.map((entry) => {
          const href = entry.path === "" ? undefined : placeHref(entry.path);
          return (
            <tr
              key={entry.id}
              className="border-b border-hairline align-top last:border-0 [&>td]:px-3 [&>td]:py-1.5"
            >
              <td className="whitespace-nowrap text-soft">{entry.at}</td>
              <td className="whitespace-nowrap">{entry.who}</td>
              <td className="whitespace-nowrap">{entry.what}</td>
              <td>
                {href === undefined ? (
                  entry.subject
                ) : (
                  <Link prefetch={false} className="link" href={href}>
                    {entry.subject}
                  </Link>
                )}
              </td>
              <td className="max-w-[16rem] break-words text-soft">{entry.from}</td>
              <td className="max-w-[16rem] break-words">{entry.to}</td>
            </tr>
          );
        })}
        {actions.length === 0 && (
          <tr>
            <td colSpan={6} className="px-3 py-3 text-soft">
              Nothing found.
            </td>
          </tr>
        )}
      </ListTable>
      {pages > 1 && (
        <nav aria-label="Pages" className="mt-3 flex gap-4">
          {page > 1 && (
            <Link prefetch={false} className="link" href={`/activity?${search({ page: String(page - 1) })}`}>
              Later
            </Link>
          )}
          {page < pages && (
            <Link prefetch={false} className="link" href={`/activity?${search({ page: String(page + 1) })}`}>
              Earlier
            </Link>
          )}
        </nav>
      )}
    </div>
  );
}
