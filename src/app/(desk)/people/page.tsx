import type { Metadata } from "next";
import { PeoplePage } from "@/features/people";
import { loadPeople } from "@/features/people/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "People and roles" };

export default async function People() {
  const parts = await loadPeople();
  return parts ? <PeoplePage parts={parts} /> : <NotForYou who="Administrators" />;
}
