/** A code of a list that is called otherwise. */
export interface CodeRenaming {
  readonly list: string;
  readonly from: string;
  readonly to: string;
}

/** What takes renamings back, the last first. */
export function inverseRenames(renames: readonly CodeRenaming[]): CodeRenaming[] {
  return [...renames].reverse().map(({ list, from, to }) => ({ list, from: to, to: from }));
}

/** What a code is called after renamings. */
export function renamed(renames: readonly CodeRenaming[], list: string, code: string): string {
  return renames.reduce((now, one) => (one.list === list && one.from === now ? one.to : now), code);
}
