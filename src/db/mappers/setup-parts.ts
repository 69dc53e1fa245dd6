import { createHash } from "node:crypto";
import { deflateRawSync, inflateRawSync } from "node:zlib";
import type { Setup } from "@/core/setup/setup";

/*
 * A setup as parts that are named by what they hold, so that two that differ in one cell share all but a few of them:
 *
 * - a value (`v`): the canonical text of one member, of the setup's own head, or of a zone's row of a freight table;
 * - values (`a`): a stretch of a list whose members are small: entries of a chart, exchange rates, item exceptions;
 * - a list (`l`): the names of its parts, in order; a long one is a list of lists (`L`).
 *
 * Where a stretch ends is told by what its last member holds, never by how many came before it: what is put in at the
 * beginning leaves all later stretches as they were.
 */

/** The name of a part: the first 20 bytes of the SHA-256 of its kind and text, in hexadecimal. */
export type PartName = string;

export interface StoredPart {
  readonly name: PartName;
  /** Its kind's letter, then the text, compressed; of a list the names themselves. */
  readonly body: Buffer;
}

const NAME_BYTES = 20;
/** After so many parts those that went are forgotten. */
const SWEEP_EVERY = 20_000;
/** A stretch ends at one of so many members, and after the most at any. */
const ENDS_AT_ONE_OF = 32;
const MOST_IN_STRETCH = 256;
/** A list of more names than this is divided. */
const MOST_NAMES = 64;

type Kind = "v" | "a" | "l" | "L";

/** What a setup comes to in parts; the root's name names the whole. */
export interface CutSetup {
  readonly root: PartName;
  readonly parts: ReadonlyMap<PartName, Buffer>;
}

interface Cut {
  readonly name: PartName;
  readonly parts: readonly StoredPart[];
}

/** Members an edit left alone are the same objects, and are not cut again. */
const known = new WeakMap<object, Cut>();

/** The fields of a setup that are lists; what else it has stands in its head. */
const listFields = [
  "exchangeRates",
  "chargeTypes",
  "goodsClasses",
  "origins",
  "carriers",
  "zoneCharts",
  "services",
  "tariffs",
  "channels",
  "offers",
  "itemExceptions",
  "connections",
] as const satisfies readonly (keyof Setup)[];

/** Lists whose members have no name and are small. */
const small: ReadonlySet<string> = new Set(["exchangeRates", "itemExceptions"]);

/** Cuts a setup into parts. Equal setups, whatever the order of their fields, come to the same root. */
export function cutSetup(setup: Setup): CutSetup {
  const parts = new Map<PartName, Buffer>();
  const keep = (cut: Cut): PartName => {
    for (const { name, body } of cut.parts) parts.set(name, body);
    return cut.name;
  };
  const head: Record<string, unknown> = { ...setup };
  for (const field of listFields) {
    const list: readonly object[] = setup[field];
    head[field] = keep(small.has(field) ? cutValues(list) : listOf(list.map((one) => cutMember(field, one))));
  }
  return { root: keep(value(head)), parts };
}

function cutMember(field: string, member: object): Cut {
  let cut = known.get(member);
  if (!cut) known.set(member, (cut = field === "tariffs" ? cutTariff(member) : cutPlain(field, member)));
  return cut;
}

function cutPlain(field: string, member: object): Cut {
  if (field !== "zoneCharts") return value(member);
  const { entries } = member as Setup["zoneCharts"][number];
  const cut = cutValues(entries);
  return together(value({ ...member, entries: cut.name }), [cut]);
}

function cutTariff(member: object): Cut {
  const { editions } = member as Setup["tariffs"][number];
  const rows = editions.map((edition) => listOf(edition.rows.map((row) => cutMember("rows", row))));
  const heads = editions.map((edition, i) => ({ ...edition, rows: rows[i]?.name }));
  return together(value({ ...member, editions: heads }), rows);
}

/** A part with those it is made of. */
function together(own: Cut, others: readonly Cut[]): Cut {
  return { name: own.name, parts: [...own.parts, ...others.flatMap(({ parts }) => parts)] };
}

function value(of: unknown): Cut {
  return part("v", Buffer.from(canonicalText(of)));
}

/** Values in stretches of one part each. */
function cutValues(list: readonly object[]): Cut {
  const texts = list.map(canonicalText);
  const stretches = inStretches(texts, (text) => spread(text) % ENDS_AT_ONE_OF === 0);
  return listOf(stretches.map((texts) => part("a", Buffer.from(`[${texts.join(",")}]`))));
}

/** Parts in order as one: a list of their names, in stretches of lists where there are many. */
function listOf(cuts: readonly Cut[], kind: "l" | "L" = "l"): Cut {
  const names = (own: readonly Cut[]) => part(kind, Buffer.from(own.map(({ name }) => name).join(""), "hex"));
  if (cuts.length <= MOST_NAMES) return together(names(cuts), cuts);
  const stretches = inStretches(cuts, ({ name }) => parseInt(name.slice(0, 4), 16) % ENDS_AT_ONE_OF === 0);
  return listOf(
    stretches.map((own) => together(names(own), own)),
    "L",
  );
}

function inStretches<T>(list: readonly T[], endsWith: (one: T) => boolean): T[][] {
  const stretches: T[][] = [];
  let open: T[] | undefined;
  for (const one of list) {
    if (!open) stretches.push((open = []));
    open.push(one);
    if (endsWith(one) || open.length >= MOST_IN_STRETCH) open = undefined;
  }
  return stretches;
}

function part(kind: Kind, content: Buffer): Cut {
  const name = createHash("sha256")
    .update(kind)
    .update(content)
    .digest("hex")
    .slice(0, 2 * NAME_BYTES);
  const packed = isList(kind) ? content : deflateRawSync(content);
  return { name, parts: [{ name, body: Buffer.concat([Buffer.from(kind), packed]) }] };
}

function isList(kind: string): boolean {
  return kind === "l" || kind === "L";
}

/** A number that texts are spread over evenly (FNV-1a). */
function spread(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** JSON with the fields of every record in order; digits stay as they were typed, since they are texts. */
export function canonicalText(of: unknown): string {
  return JSON.stringify(of, (_, inner: unknown) =>
    typeof inner === "object" && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}

/** Gives the bodies of parts, by name; those it does not know are left out. */
export type ReadParts = (names: readonly PartName[]) => Promise<ReadonlyMap<PartName, Buffer>>;

/**
 * What parts were read into, kept by name: a setup that shares parts with one that was read before gets the same objects, so
 * that what was compiled of them serves again. Weak: what no setup holds any more may go.
 */
export class KnownParts {
  private readonly values = new Map<PartName, WeakRef<object>>();
  private swept = 0;

  get(name: PartName): object | undefined {
    return this.values.get(name)?.deref();
  }

  put(name: PartName, of: object): void {
    this.values.set(name, new WeakRef(of));
    if (++this.swept < SWEEP_EVERY) return;
    this.swept = 0;
    for (const [old, held] of this.values) if (!held.deref()) this.values.delete(old);
  }
}

/** Has what is read from now on share the parts of a setup that is at hand. */
export function learnParts(setup: Setup, parts: KnownParts): void {
  for (const field of listFields) {
    if (small.has(field)) continue;
    for (const member of setup[field]) parts.put(cutMember(field, member).name, member);
  }
  for (const { editions } of setup.tariffs)
    for (const { rows } of editions) for (const row of rows) parts.put(cutMember("rows", row).name, row);
}

/** Puts a setup together again. Throws when a part is missing or is not what its name says: the store is damaged. */
export async function joinSetup(
  root: PartName,
  read: ReadParts,
  parts: KnownParts = new KnownParts(),
): Promise<Setup> {
  const store = new PartStore(read);
  const head = (await store.value(root)) as Record<string, unknown>;
  for (const field of listFields) head[field] = await readList(field, String(head[field]), store, parts);
  return head as unknown as Setup;
}

async function readList(
  field: string,
  name: PartName,
  store: PartStore,
  parts: KnownParts,
): Promise<unknown[]> {
  if (small.has(field)) return store.values(name);
  const leaves = await store.leaves(name);
  await store.fetch(leaves.filter((leaf) => !parts.get(leaf)));
  const members: unknown[] = [];
  for (const leaf of leaves) members.push(await readMember(field, leaf, store, parts));
  return members;
}

async function readMember(
  field: string,
  name: PartName,
  store: PartStore,
  parts: KnownParts,
): Promise<object> {
  const kept = parts.get(name);
  if (kept) return kept;
  const member = (await store.value(name)) as Record<string, unknown>;
  if (field === "zoneCharts") member.entries = await store.values(String(member.entries));
  if (field === "tariffs")
    for (const edition of member.editions as { rows: unknown }[])
      edition.rows = await readList("rows", String(edition.rows), store, parts);
  parts.put(name, member);
  return member;
}

/** Reads parts by name, many at once, each once. */
class PartStore {
  private readonly bodies = new Map<PartName, Buffer>();

  constructor(private readonly read: ReadParts) {}

  async fetch(names: readonly PartName[]): Promise<void> {
    const missing = [...new Set(names)].filter((name) => !this.bodies.has(name));
    if (missing.length === 0) return;
    for (const [name, body] of await this.read(missing)) this.bodies.set(name, body);
  }

  async value(name: PartName): Promise<unknown> {
    await this.fetch([name]);
    return JSON.parse(inflateRawSync(this.body(name).subarray(1)).toString()) as unknown;
  }

  /** The values of a list whose parts are stretches of them. */
  async values(name: PartName): Promise<unknown[]> {
    const leaves = await this.leaves(name);
    await this.fetch(leaves);
    const values: unknown[] = [];
    for (const leaf of leaves) for (const one of (await this.value(leaf)) as unknown[]) values.push(one);
    return values;
  }

  /** The parts of a list that are no lists themselves, in order; they are not read yet. */
  async leaves(name: PartName): Promise<PartName[]> {
    await this.fetch([name]);
    const body = this.body(name);
    const names = body.subarray(1).toString("hex").match(nameShape) ?? [];
    if (String.fromCharCode(body[0] ?? 0) === "l") return names;
    await this.fetch(names);
    const leaves: PartName[] = [];
    for (const one of names) for (const leaf of await this.leaves(one)) leaves.push(leaf);
    return leaves;
  }

  private body(name: PartName): Buffer {
    const body = this.bodies.get(name);
    if (!body) throw new Error(`a part of a revision is missing: ${name}`);
    return body;
  }
}

const nameShape = new RegExp(`.{${2 * NAME_BYTES}}`, "g");
