import Link from "next/link";
import type { ShownSuspension } from "./load";

/** Says what is suspended at this moment, where orders or the thing itself are worked on. */
export function SuspendedNote({ suspensions }: { readonly suspensions: readonly ShownSuspension[] }) {
  if (suspensions.length === 0) return null;
  return (
    <ul
      aria-label="Suspended now"
      className="hatch-loss shrink-0 border-b-2 border-loss px-[18px] py-1 print:hidden"
    >
      {suspensions.map(({ id, what, name, reason, effect, places, until }) => (
        <li key={id}>
          <b>
            {what} {name}
          </b>
          {places !== "" && ` to ${places}`} {effect === "stop" ? "is suspended" : "is closed"}
          {until !== "" && ` until ${until}`}: {reason}{" "}
          <Link prefetch={false} className="link" href="/suspensions">
            Today
          </Link>
        </li>
      ))}
    </ul>
  );
}
