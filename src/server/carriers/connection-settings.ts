import "server-only";
import { z } from "zod";
import { adapterOf } from "@/adapters/adapters";
import type { AdapterSettings } from "@/contracts/carrier-rates";
import type { Connection } from "@/core/setup/offer";
import type { Problem } from "@/core/setup/problem";
import type { PooledDatabase } from "@/db/connect";
import { note, type By } from "@/db/queries/activity";
import {
  putConnectionSettings,
  readConnectionSettings,
  renewLine,
  type ConnectionSettingsRow,
} from "@/db/queries/carriers";
import { inTransaction } from "../in-transaction";
import { addressFault } from "../outgoing/address-guard";
import { badAddress, done, failed, type Result } from "../result";
import { seal, unseal, type SecretKeys } from "../secrets/seal";

/** How long the secret before is tried where a carrier refuses the new one: both may be known there for a while, or only one yet. */
const BOTH_MS = 24 * 3_600_000;

const texts = z.record(z.string().max(60), z.string().max(2000));

/** Where a connection's secrets are kept: sealed, they open nowhere else. */
export const connectionPlace = (code: string) => `connection_settings/${code}`;

export interface ConnectionInput {
  readonly url: string;
  /** What the adapter asks for, by its fields; a secret that is left out stays as it is. */
  readonly fields: AdapterSettings;
}

interface Acting extends By {
  readonly keys: SecretKeys;
  readonly loopback: boolean;
}

/** Sets how a connection reaches its carrier; it counts at once, for the draft and for what is live. */
export function setConnection(
  db: PooledDatabase,
  { code, adapter: kind }: Pick<Connection, "code" | "adapter">,
  { url, fields }: ConnectionInput,
  { keys, loopback, ...by }: Acting,
): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    const adapter = adapterOf(kind);
    if (!adapter) return failed("not-found");
    const why = addressFault(url, { loopback });
    if (why !== undefined) return badAddress(why);
    const before = await readConnectionSettings(tx, code);
    const isKnown = before && secretNames(before, keys) !== undefined;
    const old = isKnown ? openSecrets(before, keys) : undefined;
    const said = adapter.fields.filter(({ key }) => (fields[key] ?? "") !== "");
    const pick = (isSecret: boolean) =>
      Object.fromEntries(
        said.filter((field) => field.isSecret === isSecret).map(({ key }) => [key, fields[key] ?? ""]),
      );
    const secrets = { ...old?.now, ...pick(true) };
    const missing = adapter.fields.filter(
      ({ key, isNeeded, isSecret }) => isNeeded && !(isSecret ? secrets[key] : fields[key]),
    );
    if (missing.length > 0)
      return failed(
        "invalid",
        missing.map(({ key }): Problem => ({ code: "missing-field", path: key, data: {} })),
      );
    const isRotated = old !== undefined && JSON.stringify(old.now) !== JSON.stringify(secrets);
    await putConnectionSettings(tx, {
      connection: code,
      url,
      settings: pick(false),
      secrets: seal(JSON.stringify(secrets), keys, connectionPlace(code)),
      formerSecrets: isRotated ? (before?.secrets ?? null) : isKnown ? before.formerSecrets : null,
      formerUntil: isRotated
        ? new Date(by.now.getTime() + BOTH_MS).toISOString()
        : isKnown
          ? before.formerUntil
          : null,
    });
    // what a secret is or was never gets into the record
    await note(tx, by, {
      what: "connection-set",
      subject: `connections/${encodeURIComponent(code)}`,
      from: before ? { url: before.url } : null,
      to: { url, ...(isRotated ? { secret: "another" } : {}) },
    });
    return done(undefined);
  });
}

/** Has every process ask a carrier again that was left alone. */
export function renewConnection(db: PooledDatabase, code: string, by: By): Promise<Result<undefined>> {
  return inTransaction(db, async (tx) => {
    if (!(await renewLine(tx, code))) return failed("not-found");
    const subject = `connections/${encodeURIComponent(code)}`;
    await note(tx, by, { what: "connection-asked-again", subject, from: null, to: null });
    return done(undefined);
  });
}

interface Secrets {
  readonly now: AdapterSettings;
  readonly former?: AdapterSettings;
}

function openSecrets(row: ConnectionSettingsRow, keys: SecretKeys): Secrets {
  const open = (sealed: string | null) =>
    sealed === null ? {} : texts.parse(JSON.parse(unseal(sealed, keys, connectionPlace(row.connection))));
  return { now: open(row.secrets), ...(row.formerSecrets ? { former: open(row.formerSecrets) } : {}) };
}

/** Which secrets are kept; `undefined` where they can't be opened. */
function secretNames(row: ConnectionSettingsRow, keys: SecretKeys): string[] | undefined {
  try {
    return Object.keys(openSecrets(row, keys).now);
  } catch {
    return undefined;
  }
}

/** What an adapter is given: settings and secrets together, and those with the secrets before while they may still be needed. */
export interface OpenSettings {
  readonly settings: AdapterSettings;
  readonly former?: AdapterSettings;
}

export function openSettings(row: ConnectionSettingsRow, keys: SecretKeys, now: Date): OpenSettings {
  const plain = texts.parse(row.settings);
  const { now: secrets, former } = openSecrets(row, keys);
  const isBoth = former && row.formerUntil !== null && Date.parse(row.formerUntil) > now.getTime();
  return {
    settings: { ...plain, ...secrets },
    ...(isBoth ? { former: { ...plain, ...former } } : {}),
  };
}

/** What people are shown of a connection's settings: of a secret that it is there. */
export interface ConnectionView {
  readonly url: string;
  readonly settings: AdapterSettings;
  readonly secrets: readonly string[];
  /** Until when the secrets before are tried too. */
  readonly formerUntil: string | undefined;
  /** Whether the secrets that are kept can't be opened with this server's key: they have to be typed anew. */
  readonly isClosed: boolean;
}

export async function viewConnection(
  db: PooledDatabase,
  code: string,
  keys: SecretKeys,
): Promise<ConnectionView | undefined> {
  const row = await readConnectionSettings(db, code);
  if (!row) return undefined;
  const known = secretNames(row, keys);
  return {
    url: row.url,
    settings: texts.parse(row.settings),
    secrets: [...(known ?? [])].sort(),
    formerUntil: row.formerUntil ?? undefined,
    isClosed: known === undefined,
  };
}
