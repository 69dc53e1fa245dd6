import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { findOrderNumbers } from "@/db/queries/orders-by-number";
import { draftSetup } from "./draft-setup";
import { findItems } from "./find-items";

/** A record that a text finds: the path of the setup it stands at, or an order's number. */
export interface FoundRecord {
  readonly kind:
    | "origins"
    | "carriers"
    | "services"
    | "zoneCharts"
    | "tariffs"
    | "offers"
    | "channels"
    | "connections"
    | "items"
    | "orders";
  readonly code: string;
  readonly name: string;
}

/** Of each kind. */
const MOST = 5;

const kinds = [
  "origins",
  "carriers",
  "services",
  "zoneCharts",
  "tariffs",
  "offers",
  "channels",
] as const satisfies readonly FoundRecord["kind"][];

/** Records whose name or code holds a text, those first that begin with it; of each kind a few, in the order of the line. */
export async function findRecords(db: PooledDatabase, text: string): Promise<FoundRecord[]> {
  const asked = text.trim().toLowerCase();
  if (asked === "") return [];
  const draft = await draftSetup(db);
  const setup = draft?.setup;
  const ofSetup = setup
    ? kinds.flatMap((kind) =>
        matching(setup[kind], asked).map(({ code, name }): FoundRecord => ({ kind, code, name })),
      )
    : [];
  const items = (await findItems(db, asked)).slice(0, MOST);
  const orders = await findOrderNumbers(db, asked, MOST);
  return [
    ...orders.map(({ number, customer }): FoundRecord => ({ kind: "orders", code: number, name: customer })),
    ...ofSetup,
    ...items.map(({ sku, name }): FoundRecord => ({ kind: "items", code: sku, name })),
  ];
}

function matching(
  list: readonly { readonly code: string; readonly name: string }[],
  asked: string,
): readonly { readonly code: string; readonly name: string }[] {
  const rank = ({ code, name }: { readonly code: string; readonly name: string }) => {
    const [lowCode, lowName] = [code.toLowerCase(), name.toLowerCase()];
    if (lowCode.startsWith(asked) || lowName.startsWith(asked)) return 0;
    return lowCode.includes(asked) || lowName.includes(asked) ? 1 : 2;
  };
  return list
    .map((one, at) => ({ one, at, rank: rank(one) }))
    .filter((found) => found.rank < 2)
    .sort((a, b) => a.rank - b.rank || a.at - b.at)
    .slice(0, MOST)
    .map(({ one }) => one);
}
