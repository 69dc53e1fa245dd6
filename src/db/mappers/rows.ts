import { getTableColumns } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import type { Layout } from "./layout";
import { keepPositions, positionsAfter, positionsOf } from "./positions";

export type Row = Record<string, unknown>;

/** A row with the table it lies in and what names it there. */
export interface PlacedRow {
  readonly table: PgTable;
  readonly key: string;
  readonly row: Row;
}

const notFields = new Set(["position", "version", "id"]);

/** The rows of one member of a list, its own first and then its children's. */
function toRows(
  layout: Layout,
  record: Row,
  position: number,
  parentKeys: readonly unknown[] = [],
): PlacedRow[] {
  const own = ownRow(layout, record, position, parentKeys);
  const keys = [...parentKeys, layout.key === "code" ? record.code : position];
  const below = Object.entries(layout.children ?? {}).flatMap(([field, child]) => {
    const list = (record[field] ?? []) as Row[];
    const positions = positionsOf(list);
    return list.flatMap((entry, index) => toRows(child, entry, positions[index] ?? index, keys));
  });
  return [own, ...below];
}

/**
 * The rows of two versions of a list, without those of members that are the same object at the same position in both:
 * the old ones, then the new ones.
 */
export function differingRows(
  layout: Layout,
  before: readonly Row[],
  after: readonly Row[],
  parentKeys: readonly unknown[] = [],
): [PlacedRow[], PlacedRow[]] {
  if (before === after) return [[], []];
  const old: PlacedRow[] = [];
  const wanted: PlacedRow[] = [];
  for (const { one, other, position, place } of aligned(layout, before, after)) {
    if (one && other) {
      const keys = [...parentKeys, layout.key === "code" ? one.code : place];
      old.push(ownRow(layout, one, position, parentKeys));
      wanted.push(ownRow(layout, other, place, parentKeys));
      for (const [field, child] of Object.entries(layout.children ?? {})) {
        const [of, to] = differingRows(
          child,
          (one[field] ?? []) as Row[],
          (other[field] ?? []) as Row[],
          keys,
        );
        for (const row of of) old.push(row);
        for (const row of to) wanted.push(row);
      }
      continue;
    }
    if (one) for (const row of toRows(layout, one, position, parentKeys)) old.push(row);
    if (other) for (const row of toRows(layout, other, place, parentKeys)) wanted.push(row);
  }
  return [old, wanted];
}

interface Pair {
  readonly one: Row | undefined;
  readonly other: Row | undefined;
  /** Where the old one lies, and where the new one is to lie. */
  readonly position: number;
  readonly place: number;
}

/** Old and new members of a list by what names their rows; pairs that are the same in both are left out. */
function aligned(layout: Layout, before: readonly Row[], after: readonly Row[]): Pair[] {
  const [positions, places] = [positionsOf(before), positionsAfter(before, after)];
  const nameOf = (row: Row, position: number) => (layout.key === "code" ? row.code : position);
  const old = new Map(
    before.map((row, i) => [nameOf(row, positions[i] ?? i), { row, position: positions[i] ?? i }]),
  );
  const pairs: Pair[] = [];
  after.forEach((other, i) => {
    const place = places[i] ?? i;
    const name = nameOf(other, place);
    const match = old.get(name);
    old.delete(name);
    if (match?.row === other && match.position === place) return;
    pairs.push({ one: match?.row, other, position: match?.position ?? place, place });
  });
  for (const { row, position } of old.values())
    pairs.push({ one: row, other: undefined, position, place: position });
  return pairs;
}

function ownRow(layout: Layout, record: Row, position: number, parentKeys: readonly unknown[]): PlacedRow {
  const row = flatten(layout.table, record);
  layout.parents.forEach((column, i) => (row[column] = parentKeys[i]));
  row.position = position;
  const ownKey = layout.key === "code" ? record.code : position;
  return { table: layout.table, key: JSON.stringify([...parentKeys, ownKey]), row };
}

/** A single's row; singles have the id 1. */
export function toSingleRow(table: PgTable, record: Row): PlacedRow {
  return { table, key: "1", row: { ...flatten(table, record), id: 1 } };
}

function flatten(table: PgTable, record: Row): Row {
  const row: Row = {};
  for (const column of Object.keys(getTableColumns(table)))
    if (!notFields.has(column)) row[column] = record[column] ?? null;
  if ("positionLat" in row) {
    const place = record.position as { lat: number; lon: number } | undefined;
    row.positionLat = place?.lat ?? null;
    row.positionLon = place?.lon ?? null;
  }
  return row;
}

/** The fields of a row: what is null is left out, except where null says something. */
export function fromRow(row: Row, parents: readonly string[] = [], nullable: readonly string[] = []): Row {
  const record: Row = {};
  for (const [column, value] of Object.entries(row)) {
    if (
      notFields.has(column) ||
      parents.includes(column) ||
      column === "positionLat" ||
      column === "positionLon"
    )
      continue;
    if (value !== null || nullable.includes(column)) record[column] = value;
  }
  if (typeof row.positionLat === "number") record.position = { lat: row.positionLat, lon: row.positionLon };
  return record;
}

/** Puts children under their parents: rows of all tables of a layout, ordered by position, become records. */
export function assemble(layout: Layout, rowsOf: (table: PgTable) => readonly Row[]): Row[] {
  const rows = rowsOf(layout.table);
  const records = rows.map((row) => {
    const record = fromRow(row, layout.parents, layout.nullable);
    for (const [field, child] of Object.entries(layout.children ?? {}))
      record[field] = childRecords(child, layout, row, rowsOf);
    return record;
  });
  keepPositions(
    records,
    rows.map((row) => row.position as number),
  );
  return records;
}

function childRecords(
  child: Layout,
  parent: Layout,
  row: Row,
  rowsOf: (table: PgTable) => readonly Row[],
): Row[] {
  const keys = [
    ...parent.parents.map((column) => row[column]),
    parent.key === "code" ? row.code : row.position,
  ];
  return assemble(child, (table) =>
    table === child.table ? groupOf(rowsOf(table), child.parents, keys) : rowsOf(table),
  );
}

const groups = new WeakMap<readonly Row[], Map<string, Row[]>>();

/** The rows that belong to one parent; the grouping of a list is made once. */
function groupOf(rows: readonly Row[], parents: readonly string[], keys: readonly unknown[]): readonly Row[] {
  let byParent = groups.get(rows);
  if (!byParent) {
    byParent = new Map();
    for (const row of rows) {
      const key = JSON.stringify(parents.map((column) => row[column]));
      const group = byParent.get(key);
      if (group) group.push(row);
      else byParent.set(key, [row]);
    }
    groups.set(rows, byParent);
  }
  return byParent.get(JSON.stringify(keys)) ?? [];
}
