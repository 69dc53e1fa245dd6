import "server-only";
import { moneyText } from "@/core/money/currency";
import { Decimal, sum } from "@/core/money/decimal";
import { localDate } from "@/core/calendar/local-date";
import { load } from "@/server/load";
import { may } from "@/server/auth/roles";
import { leavingNow, type Leaving } from "@/server/orders/hand-over";
import { liveSetup } from "@/server/services/live-setup";

export type { Leaving };

/** What leaves together: from one origin by one service of a carrier. */
export interface LeavingGroup {
  readonly key: string;
  readonly origin: string;
  readonly originName: string;
  readonly carrierName: string;
  readonly service: string;
  readonly serviceName: string;
  readonly cutOff: string;
  readonly shipments: readonly Leaving[];
  readonly parcels: number;
  /** kg of those whose weight is known, two digits. */
  readonly weight: string;
  /** By currency. */
  readonly costs: readonly string[];
}

/** What is to leave now, by origin, carrier and service. */
export function loadLeaving() {
  return load(async ({ db, person, now }) => {
    const live = await liveSetup(db);
    if (!live) return undefined;
    const { origins, services, carriers, business } = live.setup;
    const groups = new Map<string, Leaving[]>();
    for (const one of await leavingNow(db)) {
      const key = `${one.origin} ${one.service}`;
      const own = groups.get(key);
      if (own) own.push(one);
      else groups.set(key, [one]);
    }
    return {
      day: localDate(now.toISOString(), business.timeZone),
      mayEdit: may(person.role, "edit-orders"),
      groups: [...groups].map(([key, shipments]): LeavingGroup => {
        const [{ origin, service }] = shipments as [Leaving];
        const own = services.find(({ code }) => code === service);
        const place = origins.find(({ code }) => code === origin);
        return {
          key,
          origin,
          originName: place?.name ?? origin,
          carrierName: carriers.find(({ code }) => code === own?.carrier)?.name ?? "",
          service,
          serviceName: own?.name ?? service,
          cutOff: place?.cutOff ?? "",
          shipments,
          parcels: shipments.reduce((sum, { parcels }) => sum + parcels, 0),
          weight: shipments.reduce((sum, { weight = "0" }) => sum + Number(weight), 0).toFixed(2),
          costs: costsOf(shipments),
        };
      }),
    };
  });
}

export type LeavingView = NonNullable<Awaited<ReturnType<typeof loadLeaving>>>;

function costsOf(shipments: readonly Leaving[]): string[] {
  const currencies = [...new Set(shipments.map(({ currency }) => currency))].sort();
  return currencies.map((currency) => {
    const own = shipments.filter((one) => one.currency === currency).map(({ cost }) => Decimal.of(cost));
    return `${moneyText(sum(own), currency)} ${currency}`;
  });
}
