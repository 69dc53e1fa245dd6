import Link from "next/link";
import { Moment } from "@/features/clock";
import { ListTable } from "@/ui/parts/list-table";
import { PageHead } from "@/ui/parts/page-head";
import { HookForm } from "./hook-form";
import type { ListedHooks } from "./load";

/** Which other programs are told when something happens. */
export function HooksPage({ hooks }: { readonly hooks: ListedHooks }) {
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Programs" title="Webhooks" />
      <p className="max-w-[60rem] pb-3 text-soft">
        A message is sent as soon as something happens, signed, and tried again for three days until it is
        taken. It holds the order’s number, state and charge, nothing of the customer and no cost.
      </p>
      <HookForm />
      <div className="max-w-[60rem]">
        <ListTable heads={["Address", "Is told of", "Last message", "Delivered", "Waiting", "Failed"]}>
          {hooks.map((hook) => (
            <tr
              key={hook.id}
              className="border-b border-hairline align-top last:border-0 [&>td]:px-3 [&>td]:py-1.5"
            >
              <td>
                <Link prefetch={false} className="link font-semibold break-all" href={`/webhooks/${hook.id}`}>
                  {hook.url}
                </Link>
                {hook.pausedAt !== null && <PausedNote why={hook.pausedWhy} at={hook.pausedAt} />}
              </td>
              <td>{hook.events.join(", ")}</td>
              <td className="whitespace-nowrap">
                {hook.lastAt === null ? "none yet" : <Moment at={hook.lastAt} />}
              </td>
              <td>{hook.delivered}</td>
              <td>{hook.waiting}</td>
              <td className={hook.failed > 0 ? "font-semibold text-loss" : ""}>{hook.failed}</td>
            </tr>
          ))}
          {hooks.length === 0 && (
            <tr>
              <td colSpan={6} className="px-3 py-3 text-soft">
                No webhook yet: nobody is told of anything.
              </td>
            </tr>
          )}
        </ListTable>
      </div>
    </div>
  );
}

/** Says that nothing is sent, and why. */
export function PausedNote({ why, at }: { readonly why: string | null; readonly at: string }) {
  return (
    <span className="block text-soft">
      {why === "gone" ? "paused: the address said that it is gone" : "paused"}, <Moment at={at} />
    </span>
  );
}
