import { Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import type { CompiledService } from "../services/compiled-service";
import type { RatingContext, ServiceAnswer, Shipment } from "../services/shipment";
import { tryService } from "../services/try-service";
import type { Outcome } from "../working/reason";

/** A shipment with what services said of it. */
export interface BookedShipment {
  readonly shipment: Shipment;
  readonly answers: Map<CompiledService, Outcome<ServiceAnswer>>;
}

/** The shipments that were thought of for one order: each is measured once, and rated once by each service. */
export class ShipmentBook {
  private readonly wholes = new Map<string, BookedShipment>();
  private readonly booked = new Map<string, BookedShipment>();
  private readonly measured = new Map<string, Measures>();

  constructor(
    private readonly order: Measures,
    readonly context: RatingContext,
  ) {}

  of(origin: string, lines: readonly OrderLine[]): BookedShipment {
    if (lines === this.order.goods) return this.whole(origin, lines);
    const what = this.keyOf(lines);
    if (what === WHOLE) return this.whole(origin, lines);
    const key = `${origin}:${what}`;
    let found = this.booked.get(key);
    if (!found) {
      found = { shipment: { origin, lines, measures: this.measure(what, lines) }, answers: new Map() };
      this.booked.set(key, found);
    }
    return found;
  }

  /** All lines from one place: what most orders come to. */
  private whole(origin: string, lines: readonly OrderLine[]): BookedShipment {
    let found = this.wholes.get(origin);
    if (!found) {
      found = { shipment: { origin, lines, measures: this.order }, answers: new Map() };
      this.wholes.set(origin, found);
    }
    return found;
  }

  answer(service: CompiledService, { shipment, answers }: BookedShipment): Outcome<ServiceAnswer> {
    let found = answers.get(service);
    if (!found) {
      found = tryService(service, shipment, this.context);
      answers.set(service, found);
    }
    return found;
  }

  private measure(what: string, lines: readonly OrderLine[]): Measures {
    let found = this.measured.get(what);
    if (!found) {
      found = new Measures(lines);
      this.measured.set(what, found);
    }
    return found;
  }

  /** Lines of the request by their place, and the pieces where it is a part of one. */
  private keyOf(lines: readonly OrderLine[]): string {
    const { goods } = this.order;
    if (lines.length === goods.length && lines.every((line, i) => line === goods[i])) return WHOLE;
    return lines.map((line) => `${line.index}x${line.quantity}`).join();
  }
}

const WHOLE = "*";
