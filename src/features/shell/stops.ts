import type { Setup } from "@/core/setup/setup";
import type { LineStop } from "@/ui/line/line-navigation";

/** The stations in the order of the work. */
const stations: readonly {
  key: string;
  name: string;
  href?: string;
  lists?: readonly string[];
  hint?: string;
}[] = [
  {
    key: "origins",
    name: "Origins",
    href: "/origins",
    lists: ["origins"],
    hint: "Where goods leave from (g o)",
  },
  {
    key: "carriers",
    name: "Carriers",
    href: "/carriers",
    lists: ["carriers", "services"],
    hint: "Who carries them, by which services (g c)",
  },
  {
    key: "zones",
    name: "Zones",
    href: "/zones",
    lists: ["zoneCharts"],
    hint: "From destination to zone (g z)",
  },
  {
    key: "tariffs",
    name: "Tariffs",
    href: "/tariffs",
    lists: ["tariffs"],
    hint: "Freight tables, buy and sell (g t)",
  },
  {
    key: "items",
    name: "Items",
    href: "/items",
    lists: ["items"],
    hint: "What is shipped: items and stock are live at once (g i)",
  },
  {
    key: "offers",
    name: "Offers",
    href: "/offers",
    lists: ["offers", "channels"],
    hint: "What customers may choose (g f)",
  },
  { key: "gate", name: "Gate", href: "/gate", hint: "What waits to go live (g g)" },
  { key: "orders", name: "Orders", href: "/orders", hint: "Rate and apply delivery charges (g r)" },
  { key: "recovery", name: "Recovery", href: "/recovery", hint: "Charged against cost (g b)" },
];

/** The letters that go to a station after g. */
export const stationKeys: Readonly<Record<string, string>> = {
  o: "/origins",
  c: "/carriers",
  z: "/zones",
  t: "/tariffs",
  i: "/items",
  f: "/offers",
  g: "/gate",
  r: "/orders",
  b: "/recovery",
};

/** Where setting up stopped: the first station that lacks something without which nothing can be quoted. */
export function setupGap(setup: Setup): { readonly station: string; readonly words: string } | undefined {
  const gap = (station: string, missing: boolean, words: string) => (missing ? [{ station, words }] : []);
  return [
    ...gap("origins", !setup.origins.some((origin) => origin.active), "no origin yet"),
    ...gap("carriers", setup.carriers.length === 0, "no carrier yet"),
    ...gap("carriers", setup.services.length === 0, "no service yet"),
    ...gap("zones", !setup.zoneCharts.some((chart) => chart.entries.length > 0), "no zone entry yet"),
    ...gap("tariffs", !setup.tariffs.some((tariff) => hasRate(tariff)), "no rate yet"),
    ...gap("carriers", !setup.services.some((service) => service.active), "no service has a rate yet"),
    ...gap(
      "offers",
      !setup.offers.some((offer) => offer.active && offer.services.length > 0),
      "no offer yet",
    ),
    ...gap("offers", setup.offers.every(chargesNobody), "no charge yet"),
  ][0];
}

/** Whether an offer says what it charges. */
export function isCharged(offer: Setup["offers"][number]): boolean {
  return !chargesNobody(offer);
}

/** What a new offer is until somebody says what it charges. */
function chargesNobody({ plan }: Setup["offers"][number]): boolean {
  return plan.kind === "ladder" && plan.rules.length === 0 && !plan.otherwise;
}

export function hasRate({ editions }: Setup["tariffs"][number]): boolean {
  return editions.some((edition) =>
    edition.rows.some((row) => row.rates.flat().some((rate) => rate !== null)),
  );
}

/** What stands at the gate: "7 changes · 1 stop". */
export function gateSign(
  gate: {
    readonly changes: number;
    readonly isAtOnce: boolean;
    readonly proposal: object | undefined;
    readonly waiting: readonly object[];
  },
  stops: number,
): string {
  const words = [
    ...(gate.changes > 0 ? [gate.changes === 1 ? "1 change" : `${gate.changes} changes`] : []),
    ...(stops > 0 && !gate.isAtOnce ? [stops === 1 ? "1 stop" : `${stops} stops`] : []),
    ...(gate.proposal ? ["asked"] : []),
    ...(gate.waiting.length > 0 ? [`${gate.waiting.length} scheduled`] : []),
  ];
  if (words.length > 0) return words.join(" · ");
  return gate.isAtOnce ? "live at once" : "nothing waits";
}

/** The line as it stands: counts of findings at the stations they are about, and where setting up stopped. */
export function lineStops(
  sources: readonly { readonly source: string; readonly stop: boolean }[],
  gap?: ReturnType<typeof setupGap>,
  gate = "live at once",
): LineStop[] {
  return stations.map((station) => {
    const own = sources.filter(({ source }) => station.lists?.some((list) => source.startsWith(`${list}/`)));
    return {
      key: station.key,
      name: station.name,
      ...(station.href === undefined ? {} : { href: station.href }),
      ...(station.hint === undefined ? {} : { hint: station.hint }),
      ...(gap?.station === station.key ? { missing: gap.words } : {}),
      ...(own.length > 0 ? { count: own.length, stops: own.some(({ stop }) => stop) } : {}),
      ...(station.key === "gate" ? { gate } : {}),
      ...(station.key === "items" ? { isLive: true } : {}),
    };
  });
}

const homes: Readonly<Record<string, string>> = { services: "carriers", channels: "offers" };

/** The station a page belongs to. */
export function stationOf(pathname: string): string {
  const [, first = ""] = pathname.split("/");
  return homes[first] ?? first;
}
