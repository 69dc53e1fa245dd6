import Link from "next/link";
import { replayTitle } from "@/features/replay";
import { classNames } from "@/ui/class-names";
import { ListTable } from "@/ui/parts/list-table";
import { PageHead } from "@/ui/parts/page-head";
import type { loadRevisions } from "./load";

type Props = NonNullable<Awaited<ReturnType<typeof loadRevisions>>>;

const states = { live: "live", scheduled: "waits", past: "past", withdrawn: "withdrawn" } as const;

/** Everything that was ever published, the newest first. */
export function RevisionsPage({ zone, revisions, more }: Props) {
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Gate" title="Revisions">
        <Link prefetch={false} className="link" href="/gate">
          What waits
        </Link>
      </PageHead>
      <ListTable
        heads={[
          "Revision",
          "State",
          `In force from (${zone})`,
          "Published by",
          "What changed",
          "Note",
          "Replay before it",
          "Charges applied",
        ]}
      >
        {revisions.map((one) => (
          <tr
            key={one.number}
            className={classNames(
              "border-b border-hairline align-top last:border-0 [&>td]:px-3 [&>td]:py-1.5",
              one.state === "live" && "bg-wash",
              one.state === "withdrawn" && "text-faint",
            )}
          >
            <td className="font-semibold">
              <Link prefetch={false} className="link" href={`/gate/revisions/${one.number}`}>
                {one.number}
              </Link>
            </td>
            <td className={one.state === "live" ? "font-semibold" : "text-soft"}>{states[one.state]}</td>
            <td className="whitespace-nowrap">{one.takesEffect}</td>
            <td>
              {one.by}
              {one.asked !== "" && <span className="text-soft">, asked by {one.asked}</span>}
            </td>
            <td>
              {one.restores !== undefined && `backed out: revision ${one.restores} again. `}
              {one.changes}
              {one.edits > 1 && (
                <span className="text-soft"> and {one.edits - 1} more edits in this minute</span>
              )}
            </td>
            <td className="max-w-[18rem] break-words">{one.note}</td>
            <td>
              {one.replay && (
                <Link prefetch={false} className="link" href={`/gate/replay/${one.replay.id}`}>
                  {replayTitle(one.replay)}
                </Link>
              )}
            </td>
            <td className="text-right">{one.charges}</td>
          </tr>
        ))}
      </ListTable>
      {more !== undefined && (
        <p className="mt-3">
          <Link prefetch={false} className="link" href={`/gate/revisions?before=${more}`}>
            Earlier
          </Link>
        </p>
      )}
    </div>
  );
}
