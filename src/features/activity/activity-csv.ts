import { writeTable } from "@/tabular/write-table";
import type { ShownAction } from "./load";

/** What was done as a table; times by the clock of `zone`. */
export function activityCsv(actions: readonly ShownAction[], zone: string): string {
  return writeTable(
    [`at (${zone})`, "who", "did", "subject", "path", "before", "after"],
    actions.map((entry) => [
      entry.at,
      entry.who,
      entry.what,
      entry.subject,
      entry.path,
      entry.from,
      entry.to,
    ]),
  );
}
