import { localTimeText } from "../calendar/local-time-text";
import type { Delay } from "../rules/journey";
import { compilePlace, isIn, type CompiledPlace } from "../zones/compiled-place";
import type { Place } from "../zones/zone-index";
import { reject, type Rejection, type SuspendedKind } from "../working/reason";
import type { Suspension } from "./suspension";

interface Compiled {
  readonly suspension: Suspension;
  readonly from: number;
  readonly until: number;
  readonly places: readonly CompiledPlace[];
}

/** Suspensions by what they are of. Built once; quotes only read it. */
export class CompiledSuspensions {
  private readonly by = new Map<string, Compiled[]>();

  constructor(list: readonly Suspension[]) {
    for (const suspension of list) {
      const key = keyOf(suspension.what, suspension.code);
      const one: Compiled = {
        suspension,
        from: Date.parse(suspension.from),
        until: suspension.until === undefined ? Number.POSITIVE_INFINITY : Date.parse(suspension.until),
        places: (suspension.destinations ?? []).map(compilePlace),
      };
      const own = this.by.get(key);
      if (own) own.push(one);
      else this.by.set(key, [one]);
    }
  }

  get isEmpty(): boolean {
    return this.by.size === 0;
  }

  /**
   * What keeps something from being used at an instant (milliseconds since 1970), to a place where it says so: of several
   * the one that lasts longest, of equally long ones the first listed.
   */
  stop(what: SuspendedKind, code: string, at: number, place?: Place): Suspension | undefined {
    return this.longest(what, code, at, "stop", place)?.suspension;
  }

  /** Why and until when an origin that is closed at an instant hands nothing over; `undefined` where it does. */
  delay(origin: string, at: number): Delay | undefined {
    const found = this.longest("origin", origin, at, "delay");
    return found && { reason: found.suspension.reason, until: found.until };
  }

  private longest(
    what: SuspendedKind,
    code: string,
    at: number,
    effect: Suspension["effect"],
    place?: Place,
  ): Compiled | undefined {
    let longest: Compiled | undefined;
    for (const one of this.by.get(keyOf(what, code)) ?? []) {
      if (one.suspension.effect !== effect || at < one.from || at >= one.until) continue;
      if (one.places.length > 0 && !(place && one.places.some((entry) => isIn(entry, place)))) continue;
      if (!longest || one.until > longest.until) longest = one;
    }
    return longest;
  }
}

/** Nothing is suspended. */
export const noSuspensions = new CompiledSuspensions([]);

/** The reason of what a suspension stops; its end by the clock of a time zone. */
export function suspendedBy({ id, what, code, reason, until }: Suspension, timeZone: string): Rejection {
  const end = until === undefined ? {} : { until: localTimeText(until, timeZone) };
  return reject("suspended", { what, code, reason, ...end }, `suspensions/${id}`);
}

const keyOf = (what: SuspendedKind, code: string) => `${what} ${code}`;
