import "server-only";
import { localTimeText } from "@/core/calendar/local-time-text";
import type { SuspendedKind } from "@/core/working/reason";
import type { Setup } from "@/core/setup/setup";
import { may } from "@/server/auth/roles";
import { load } from "@/server/load";
import { liveSetup } from "@/server/services/live-setup";
import { listSuspensions, type StoredSuspension } from "@/server/services/suspensions";

/** A suspension as people read it; times by the business's clock. */
export interface ShownSuspension {
  readonly id: string;
  readonly what: SuspendedKind;
  readonly code: string;
  readonly name: string;
  readonly effect: "stop" | "delay";
  readonly reason: string;
  readonly places: string;
  readonly from: string;
  /** "" where nobody knows. */
  readonly until: string;
  readonly by: string;
  /** Whether it counts already. */
  readonly isOn: boolean;
}

export interface Choice {
  readonly code: string;
  readonly name: string;
}

/** What is suspended now or will be; `undefined` before a business is set up. */
export function loadSuspensions() {
  return load(async ({ db, person, now }) => {
    const live = await liveSetup(db);
    if (!live) return undefined;
    const { setup } = live;
    const choice = (list: readonly Choice[]) => list.map(({ code, name }) => ({ code, name }));
    return {
      zone: setup.business.timeZone,
      suspensions: (await listSuspensions(db)).map((one) => shown(one, setup, now)),
      choices: {
        origin: choice(setup.origins),
        carrier: choice(setup.carriers),
        service: choice(setup.services),
        offer: choice(setup.offers),
      },
      mayEdit: may(person.role, "edit-setup"),
    };
  });
}

/** Those that count at this moment: for whoever works on orders. */
export function loadSuspendedNow(): Promise<ShownSuspension[]> {
  return load(async ({ db, now }) => {
    const list = await listSuspensions(db);
    if (list.length === 0) return [];
    const live = await liveSetup(db);
    return live ? list.map((one) => shown(one, live.setup, now)).filter(({ isOn }) => isOn) : [];
  });
}

const lists = { origin: "origins", carrier: "carriers", service: "services", offer: "offers" } as const;

function shown(one: StoredSuspension, setup: Setup, now: Date): ShownSuspension {
  const { id, what, code, effect, reason, destinations = [], from, until, by } = one;
  const zone = setup.business.timeZone;
  const members: readonly Choice[] = setup[lists[what]];
  return {
    id,
    what,
    code,
    name: members.find((member) => member.code === code)?.name ?? code,
    effect,
    reason,
    places: destinations
      .map(({ country, subdivision, postcode }) => [country, subdivision, postcode].filter(Boolean).join(" "))
      .join(", "),
    from: localTimeText(from, zone),
    until: until === undefined ? "" : localTimeText(until, zone),
    by,
    isOn: Date.parse(from) <= now.getTime(),
  };
}
