import { writeTable } from "@/tabular/write-table";
import type { ShownDeed } from "./load";

/** Deeds as a table; instants in UTC. */
export function activityCsv(deeds: readonly ShownDeed[]): string {
  return writeTable(
    ["at (UTC)", "who", "did", "to what", "path", "before", "after"],
    deeds.map((deed) => [deed.at, deed.who, deed.what, deed.subject, deed.path, deed.from, deed.to]),
  );
}
