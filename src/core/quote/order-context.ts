import type { Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import type { SellContext } from "../plans/sell-context";
import type { Journey } from "../rules/journey";
import type { Channel } from "../setup/offer";
import { sourcingQuestion, type SourcingQuestion } from "../sourcing/choose-origins";
import type { SourcingOrigin } from "../sourcing/candidate";
import { lineOrigins } from "../sourcing/line-origins";
import type { BusinessTax, BusinessTaxing } from "../tax/business-tax";
import type { Trace } from "../working/step";
import type { CompiledSetup } from "./compiled-setup";
import { kilometres } from "./journey-of";
import type { ShipmentBook } from "./shipment-book";

/** What is the same for every offer of a quote. */
export interface OrderContext {
  readonly compiled: CompiledSetup;
  readonly channel: Channel;
  /** The lines that ship. */
  readonly lines: readonly OrderLine[];
  readonly measures: Measures;
  /** What free delivery is decided by, where that is not what is charged for. */
  readonly freeMeasures?: Measures;
  readonly journey: Journey;
  readonly book: ShipmentBook;
  readonly sell: SellContext;
  readonly sourcing: SourcingQuestion;
  readonly withWorking: boolean;
  readonly explainOrder: (trace: Trace) => void;
  /** How the business taxes the delivery of it. */
  readonly taxing: BusinessTaxing;
  /** Worked out when first asked for. */
  readonly businessTax: () => BusinessTax;
}

/** Which origins may ship which line to the journey's place: the same for every offer. */
export function sourcingOf(
  compiled: CompiledSetup,
  lines: readonly OrderLine[],
  { place }: Journey,
): SourcingQuestion {
  const { sourcing } = compiled.setup;
  return sourcingQuestion(
    lines,
    lines.map((line) => lineOrigins(line, compiled.byRank, place, sourcing.split)),
    originsFor(compiled, place.country),
    sourcing,
  );
}

const knownOrigins = new WeakMap<CompiledSetup, Map<string, readonly SourcingOrigin[]>>();

/** The origins as sourcing sees them from a country: worked out once for each setup. */
function originsFor(compiled: CompiledSetup, country: string): readonly SourcingOrigin[] {
  let byCountry = knownOrigins.get(compiled);
  if (!byCountry) knownOrigins.set(compiled, (byCountry = new Map()));
  let origins = byCountry.get(country);
  if (!origins) {
    const isNear = compiled.setup.sourcing.objectives.includes("nearest");
    origins = compiled.byRank.map(({ code, rank }) => ({
      code,
      rank,
      distance: isNear ? kilometres(compiled, code, country) : undefined,
    }));
    byCountry.set(country, origins);
  }
  return origins;
}
