import type { Measures } from "../parcels/measures";
import type { OrderLine } from "../parcels/order-line";
import type { SellContext } from "../plans/sell-context";
import type { Journey } from "../rules/journey";
import type { Channel } from "../setup/offer";
import { sourcingQuestion, type SourcingQuestion } from "../sourcing/choose-origins";
import { lineOrigins } from "../sourcing/line-origins";
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
  readonly journey: Journey;
  readonly book: ShipmentBook;
  readonly sell: SellContext;
  readonly sourcing: SourcingQuestion;
  readonly withWorking: boolean;
  readonly explainOrder: (trace: Trace) => void;
}

/** Which origins may ship which line to the journey's place: the same for every offer. */
export function sourcingOf(
  compiled: CompiledSetup,
  lines: readonly OrderLine[],
  { place }: Journey,
): SourcingQuestion {
  const { sourcing } = compiled.setup;
  const isNear = sourcing.objectives.includes("nearest");
  return sourcingQuestion(
    lines,
    lines.map((line) => lineOrigins(line, compiled.byRank, place, sourcing.split)),
    compiled.byRank.map(({ code, rank }) => ({
      code,
      rank,
      distance: isNear ? kilometres(compiled, code, place.country) : undefined,
    })),
    sourcing,
  );
}
