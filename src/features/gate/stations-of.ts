import type { ShownMember } from "./load";

/** The station each list of the setup is at. */
const stations: Readonly<Record<string, string>> = {
  business: "Business",
  exchangeRates: "Business",
  chargeTypes: "Business",
  sourcing: "Business",
  origins: "Origins",
  carriers: "Carriers",
  services: "Carriers",
  connections: "Carriers",
  zoneCharts: "Zones",
  tariffs: "Tariffs",
  goodsClasses: "Items",
  itemExceptions: "Items",
  channels: "Offers",
  offers: "Offers",
};

const order = ["Business", "Origins", "Carriers", "Zones", "Tariffs", "Items", "Offers"];

/** Members by station, in the order of the line. */
export function stationsOf<T extends Pick<ShownMember, "list">>(
  members: readonly T[],
): readonly { readonly station: string; readonly members: readonly T[] }[] {
  return order
    .map((station) => ({ station, members: members.filter(({ list }) => stations[list] === station) }))
    .filter((group) => group.members.length > 0);
}
