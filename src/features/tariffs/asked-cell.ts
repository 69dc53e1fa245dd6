import type { Edition } from "@/core/setup/tariff";

/** Where a table opens: a cell by its zone and its break's edge (`open`: the one without), or by their places. */
export interface AskedCell {
  readonly zone?: string;
  readonly edge?: string;
  readonly bandEdge?: string;
  readonly row?: string;
  readonly break?: string;
  readonly band?: string;
}

/** The places that are asked for in an edition; `undefined` for what is not asked for or not there. */
export function askedPlaces(edition: Edition, asked: AskedCell) {
  const placed = (text: string | undefined) =>
    text !== undefined && /^\d+$/.test(text) ? Number(text) : undefined;
  const found = (at: number) => (at < 0 ? undefined : at);
  const isEdge = (text: string | undefined) => (edge: string | null) => (edge ?? "open") === text;
  return {
    row: found(edition.rows.findIndex(({ zone }) => zone === asked.zone)) ?? placed(asked.row),
    column: found(edition.breaks.findIndex(({ edge }) => isEdge(asked.edge)(edge))) ?? placed(asked.break),
    page: found((edition.bands?.edges ?? []).findIndex(isEdge(asked.bandEdge))) ?? placed(asked.band) ?? 0,
  };
}
