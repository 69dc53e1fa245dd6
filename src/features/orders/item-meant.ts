interface Found {
  readonly sku: string;
  readonly name: string;
}

/**
 * The number of the item a typed text means, among those that hold it: its number as it is, or in other letters, its whole
 * name, or the only one there is; `undefined` where it could be several or is none.
 */
export function itemMeant(text: string, found: readonly Found[]): string | undefined {
  const typed = text.trim();
  const small = typed.toLowerCase();
  if (typed === "") return undefined;
  const only = (list: readonly Found[]) => (list.length === 1 ? list[0] : undefined);
  const item =
    found.find(({ sku }) => sku === typed) ??
    only(found.filter(({ sku }) => sku.toLowerCase() === small)) ??
    only(found.filter(({ name }) => name.toLowerCase() === small)) ??
    only(found);
  return item?.sku;
}
