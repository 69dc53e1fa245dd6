import Link from "next/link";
import { SecondFactor } from "./second-factor";

/** The second factor alone, for whoever needs one to go on. */
export function SecondFactorDoor({ on, role }: { readonly on: boolean; readonly role: string }) {
  if (on)
    return (
      <p>
        Your second factor is on.{" "}
        <Link className="link" href="/orders">
          Continue
        </Link>
      </p>
    );
  return (
    <>
      <p className="mb-4">
        In this business the role {role} needs a second factor: turn it on, then everything opens.
      </p>
      <SecondFactor on={false} />
    </>
  );
}
