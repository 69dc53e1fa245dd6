import type { Metadata } from "next";
import { AccountPage } from "@/features/account";
import { loadAccount } from "@/features/account/load";

export const metadata: Metadata = { title: "Your sign-in" };

export default async function Account() {
  return <AccountPage parts={await loadAccount()} />;
}
