/** Something to choose: shown with both its name and its code, found by either or by what people usually call it. */
export interface Pickable {
  readonly code: string;
  readonly name: string;
  readonly aliases?: readonly string[];
}

/** What of a list a text means; where nothing fits, what may have been meant. */
export type Picked = { readonly code: string } | { readonly meant: Pickable | undefined };

/** The candidate that was perhaps meant by a word; `undefined` where none is near. */
export type Nearest = (word: string, candidates: readonly string[]) => string | undefined;

/** "Estonia EE"; a name that is its own code stands alone. */
export function pickText({ code, name }: Pickable): string {
  return name === code ? code : `${name} ${code}`;
}

/**
 * Reads a text by code, name, alias or both name and code, in any case and without accents; else by the beginning of the one name
 * that begins so. Of several names that begin so none is taken.
 */
export function pickOne(options: readonly Pickable[], text: string, nearest?: Nearest): Picked {
  const typed = plain(text);
  const exact = options.find((one) => keysOf(one).includes(typed));
  if (exact) return { code: exact.code };
  const begun = typed === "" ? [] : options.filter(({ name }) => plain(name).startsWith(typed));
  const [only, ...more] = begun;
  if (only && more.length === 0) return { code: only.code };
  const meant = only ?? (nearest && nearestOf(options, typed, nearest));
  return { meant };
}

function keysOf(one: Pickable): string[] {
  return [one.code, one.name, pickText(one), ...(one.aliases ?? [])].map(plain);
}

function nearestOf(options: readonly Pickable[], typed: string, nearest: Nearest): Pickable | undefined {
  const name = nearest(
    typed,
    options.map((one) => plain(one.name)),
  );
  return options.find((one) => plain(one.name) === name);
}

/** Without case, accents and doubled spaces. */
function plain(text: string): string {
  return text.normalize("NFD").replace(/\p{M}/gu, "").replace(/\s+/g, " ").trim().toLowerCase();
}
