/** How committing a value went. A conflict keeps what was typed and lets the person choose. */
export type Committed =
  | { readonly ok: true }
  | { readonly ok: false; readonly text: string; readonly conflict?: boolean };

export type Commit = (typed: string) => Promise<Committed>;
