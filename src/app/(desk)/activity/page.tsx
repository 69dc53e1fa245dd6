import type { Metadata } from "next";
import { ActivityPage } from "@/features/activity";
import { loadActivity, type ActivityQuery } from "@/features/activity/load";

export const metadata: Metadata = { title: "Activity" };

export default async function Activity({ searchParams }: { readonly searchParams: Promise<ActivityQuery> }) {
  const query = await searchParams;
  return <ActivityPage query={query} {...(await loadActivity(query))} />;
}
