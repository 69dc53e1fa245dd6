/** An order as it is being written: texts as they were typed. */
export interface WrittenOrder {
  readonly number: string;
  readonly channel: string;
  readonly name: string;
  readonly group: string;
  readonly street: string;
  readonly postcode: string;
  readonly city: string;
  readonly country: string;
  readonly phone: string;
  readonly email: string;
  readonly coupon: string;
  readonly note: string;
  readonly cashOnDelivery: boolean;
  readonly signature: boolean;
  readonly lines: readonly WrittenLine[];
}

export interface WrittenLine {
  readonly sku: string;
  readonly quantity: string;
  /** "" for the catalogue's. */
  readonly price: string;
}

export const emptyLine: WrittenLine = { sku: "", quantity: "1", price: "" };

export function emptyOrder(channel: string, country: string): WrittenOrder {
  return {
    number: "",
    channel,
    name: "",
    group: "",
    street: "",
    postcode: "",
    city: "",
    country,
    phone: "",
    email: "",
    coupon: "",
    note: "",
    cashOnDelivery: false,
    signature: false,
    lines: [emptyLine],
  };
}

type Reader = {
  readonly number: (text: string) => string;
  readonly country: (text: string) => string | undefined;
};

/** What was written as an order; empty fields say nothing, and lines without an item are left out. */
export function orderWritten(written: WrittenOrder, { number: figure, country }: Reader): object {
  const said = (fields: Readonly<Record<string, string | undefined>>) =>
    Object.fromEntries(
      Object.entries(fields)
        .map(([field, text]) => [field, text?.trim()] as const)
        .filter(([, text]) => text !== undefined && text !== ""),
    );
  const { street, lines, cashOnDelivery, signature } = written;
  const addressLines = street
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "");
  return {
    ...said({
      number: written.number,
      channel: written.channel,
      coupon: written.coupon,
      note: written.note,
    }),
    customer: said({ name: written.name, group: written.group }),
    shipTo: {
      ...said({
        postcode: written.postcode,
        city: written.city,
        country: country(written.country.trim()) ?? written.country,
        phone: written.phone,
        email: written.email,
      }),
      ...(addressLines.length > 0 ? { lines: addressLines } : {}),
    },
    ...(cashOnDelivery ? { cashOnDelivery } : {}),
    ...(signature ? { signature } : {}),
    lines: lines
      .filter(({ sku }) => sku.trim() !== "")
      .map(({ sku, quantity, price }) => ({
        sku: sku.trim(),
        quantity: Number(figure(quantity)),
        ...(price.trim() === "" ? {} : { unitPrice: figure(price) }),
      })),
  };
}

/** What is kept on the machine, read again; something else is not taken. */
export function writtenFrom(text: string, blank: WrittenOrder): WrittenOrder {
  try {
    const kept = JSON.parse(text) as Partial<WrittenOrder>;
    const isLine = (line: unknown): line is WrittenLine =>
      typeof line === "object" && line !== null && "sku" in line && "quantity" in line && "price" in line;
    const lines = Array.isArray(kept.lines) ? kept.lines.filter(isLine) : [];
    return { ...blank, ...kept, lines: lines.length > 0 ? lines : blank.lines };
  } catch {
    return blank;
  }
}
