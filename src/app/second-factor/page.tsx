import type { Metadata } from "next";
import { SecondFactorDoor } from "@/features/account";
import { loadAccount } from "@/features/account/load";
import { Door } from "@/ui/parts/door";

export const metadata: Metadata = { title: "Second factor" };

/** Where somebody turns on the second factor that their role needs before they see anything. */
export default async function SecondFactorPage() {
  const { secondFactor, role } = await loadAccount();
  return (
    <Door wide>
      <SecondFactorDoor on={secondFactor} role={role} />
    </Door>
  );
}
