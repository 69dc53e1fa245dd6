import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { valueWords } from "@/messages/value-words";
import { may } from "@/server/auth/roles";
import { loadFor } from "@/server/load";
import { viewPromises } from "@/server/recovery/promise-view";

/** How promises were kept, for those who may see what orders came to. */
export function loadPromises(asked: { readonly from: string | undefined; readonly to: string | undefined }) {
  return loadFor("see-results", async ({ db, person, now }) => {
    const view = await viewPromises(db, asked);
    const words = view && valueWords(view.setup);
    return {
      maySeeBills: may(person.role, "see-bills"),
      mayEdit: may(person.role, "edit-setup"),
      promises: view &&
        words && {
          months: view.months,
          shipments: view.shipments,
          inTime: view.inTime,
          latePercent: view.latePercent,
          today: localDate(now.toISOString(), view.setup.business.timeZone),
          rows: view.rows.map((row) => ({
            ...row,
            serviceName: words("service", row.service),
            zoneName: words("zone", row.zone),
          })),
        },
    };
  });
}

export type PromiseParts = NonNullable<Awaited<ReturnType<typeof loadPromises>>>;
