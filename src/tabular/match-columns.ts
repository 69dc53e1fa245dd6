/** A field that a column of a file can fill. */
export interface TableField {
  readonly key: string;
  readonly name: string;
  /** Other heads that mean the same. */
  readonly aliases?: readonly string[];
  readonly needed?: boolean;
  /** Figures, in which a decimal sign and signs between thousands can stand. */
  readonly isFigure?: boolean;
}

/** Letters and digits alone, so that "Zip-Code" and "zip code" are one. */
function bare(text: string): string {
  return text
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .toLowerCase()
    .replace(/[^a-z0-9]/g, "");
}

/** For each field the column whose head names it; each column serves one field, exact names come before parts. */
export function matchColumns(
  head: readonly string[],
  fields: readonly TableField[],
): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  const heads = head.map(bare);
  const free = (column: number) => ![...found.values()].includes(column);
  const passes: ((head: string, name: string) => boolean)[] = [
    (own, name) => own === name,
    (own, name) => name.length >= 4 && own.includes(name),
  ];
  for (const fits of passes)
    for (const field of fields) {
      if (found.has(field.key)) continue;
      const names = [field.key, field.name, ...(field.aliases ?? [])].map(bare);
      const column = heads.findIndex((own, i) => free(i) && names.some((name) => fits(own, name)));
      if (column >= 0) found.set(field.key, column);
    }
  return found;
}
