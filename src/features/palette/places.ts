/** A page or an action that the palette offers, with its key where it has one. */
export interface Place {
  readonly name: string;
  readonly href: string;
  readonly keys?: string;
  /** Other words somebody may look for it by. */
  readonly also?: string;
}

export const places: readonly Place[] = [
  { name: "Origins", href: "/origins", keys: "g o", also: "warehouse depot" },
  { name: "Carriers", href: "/carriers", keys: "g c", also: "services" },
  { name: "Zones", href: "/zones", keys: "g z", also: "destinations" },
  { name: "What goes where", href: "/zones/board", also: "coverage board" },
  { name: "Tariffs", href: "/tariffs", keys: "g t", also: "freight table rates" },
  { name: "Import rates", href: "/tariffs/+file", also: "price list file" },
  { name: "Compare services", href: "/services/compare" },
  { name: "Items", href: "/items", keys: "g i", also: "catalogue stock goods classes" },
  { name: "Offers", href: "/offers", keys: "g f", also: "delivery options" },
  { name: "Try an order", href: "/offers/try", also: "quote test" },
  { name: "Gate", href: "/gate", keys: "g g", also: "publish changes" },
  { name: "Revisions", href: "/gate/revisions", also: "history versions back out" },
  { name: "Orders", href: "/orders", keys: "g r" },
  { name: "Orders as a table", href: "/orders/~list", also: "export filter" },
  { name: "New order", href: "/orders/~new", keys: "n" },
  { name: "Import orders", href: "/orders/~import" },
  { name: "To hand over", href: "/orders/~leaving", also: "dispatch dock" },
  { name: "Where money is lost", href: "/recovery", keys: "g b", also: "recovery margin" },
  { name: "Break-even", href: "/recovery/break-even" },
  { name: "Cheaper service", href: "/recovery/cheaper" },
  { name: "New table over past shipments", href: "/recovery/new-table" },
  { name: "Promises kept", href: "/recovery/promises", also: "delivered late transit" },
  { name: "Bills", href: "/recovery/bills", also: "invoices" },
  { name: "Month end", href: "/recovery/month-end", also: "accrual journal" },
  { name: "Today: what is suspended", href: "/suspensions", also: "strike closed" },
  { name: "Business", href: "/business", also: "settings currency tax exchange rates" },
  { name: "Activity", href: "/activity", also: "audit log" },
  { name: "Your sign-in", href: "/account", also: "password second factor" },
  { name: "Guide and keys", href: "/guide", keys: "?", also: "help" },
];

/** Places by their name or what else they are called; all of them for an empty text. */
export function placesFor(text: string): readonly Place[] {
  const words = text.trim().toLowerCase().split(/\s+/).filter(Boolean);
  return places.filter(({ name, also = "" }) => {
    const own = `${name} ${also}`.toLowerCase();
    return words.every((word) => own.includes(word));
  });
}
