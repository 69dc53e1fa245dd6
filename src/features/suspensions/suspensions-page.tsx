"use client";

import Link from "next/link";
import { useSubmit } from "@/features/submit";
import { ListTable } from "@/ui/parts/list-table";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import { resumeIt } from "./actions";
import type { loadSuspensions, ShownSuspension } from "./load";
import { SuspendForm } from "./suspend-form";

type Props = NonNullable<Awaited<ReturnType<typeof loadSuspensions>>>;

/** What does not work today, whatever the setup says: a strike, a flooded road, a warehouse that is closed. */
export function SuspensionsPage({ zone, suspensions, choices, mayEdit }: Props) {
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Today" title={titleOf(suspensions)} />
      <p className="pb-3 text-soft">
        A suspension counts at once, for every order and every shop, and ends by itself. The setup stays as it
        is.
      </p>
      {suspensions.length > 0 && (
        <ListTable heads={["What", "Why", "Effect", `From (${zone})`, "Until", "By"]} unseen="End">
          {suspensions.map((one) => (
            <Row key={one.id} one={one} mayEdit={mayEdit} />
          ))}
        </ListTable>
      )}
      {mayEdit && <SuspendForm zone={zone} choices={choices} />}
    </div>
  );
}

function titleOf(suspensions: readonly ShownSuspension[]): string {
  const now = suspensions.filter(({ isOn }) => isOn).length;
  const later = suspensions.length - now;
  const words = now === 0 ? "Nothing is suspended" : now === 1 ? "1 is suspended" : `${now} are suspended`;
  return later === 0 ? words : `${words}, ${later === 1 ? "1 is to be" : `${later} are to be`}`;
}

const pages = { origin: "/origins", carrier: "/carriers", service: "/services", offer: "/offers" } as const;

function Row({ one, mayEdit }: { readonly one: ShownSuspension; readonly mayEdit: boolean }) {
  const { busy, trouble, submit } = useSubmit();
  const { id, what, code, name, effect, reason, places, from, until, by, isOn } = one;
  return (
    <tr className="border-b border-hairline align-top last:border-0 [&>td]:px-3 [&>td]:py-1.5">
      <td>
        {what}{" "}
        <Link
          prefetch={false}
          className="link font-semibold"
          href={`${pages[what]}/${encodeURIComponent(code)}`}
        >
          {name}
        </Link>
        {places !== "" && <span className="text-soft"> to {places}</span>}
      </td>
      <td>{reason}</td>
      <td>{effect === "stop" ? "not used" : "hands over after it opens"}</td>
      <td className="whitespace-nowrap">{isOn ? from : <b>{from}</b>}</td>
      <td className="whitespace-nowrap">{until === "" ? "open" : until}</td>
      <td>{by}</td>
      <td className="text-right">
        {mayEdit && (
          <button
            type="button"
            className="link"
            disabled={busy}
            aria-label={`End: ${what} ${name}`}
            onClick={() => void submit(() => resumeIt(id))}
          >
            {isOn ? "End now" : "Withdraw"}
          </button>
        )}
        <Trouble text={trouble} />
      </td>
    </tr>
  );
}
