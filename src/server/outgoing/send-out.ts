import { lookup as lookUp, type LookupAddress, type LookupOptions } from "node:dns";
import { request as overHttp } from "node:http";
import { request as overHttps } from "node:https";
import { addressFault, isAllowedAddress } from "./address-guard";

/** A call to another program. */
export interface Outgoing {
  readonly url: string;
  readonly method: "GET" | "POST";
  readonly headers: Readonly<Record<string, string>>;
  readonly body?: string;
  /** ms after which nobody waits any longer, from the first step to the last byte. */
  readonly deadline: number;
  /** Bytes of the answer that are read; of a longer one the rest is left. */
  readonly mostBytes: number;
  /** Whether programs on this machine may be called. */
  readonly loopback: boolean;
}

export type OutgoingFault = "refused-address" | "late" | "unreachable";

/** What came back, whatever its status; redirects are not followed. Or why nothing did. */
export type CameBack =
  | {
      readonly ok: true;
      readonly status: number;
      readonly headers: Headers;
      readonly body: string;
      readonly ms: number;
    }
  | { readonly ok: false; readonly why: OutgoingFault; readonly ms: number };

class RefusedAddress extends Error {}

type Found = (
  error: NodeJS.ErrnoException | null,
  address: string | LookupAddress[],
  family?: number,
) => void;

/** Looks a name up as the system does, and lets only allowed numbers be called: what was looked at is what is connected to. */
function guardedLookUp(loopback: boolean) {
  return (host: string, options: LookupOptions, found: Found) => {
    lookUp(host, { ...options, all: true }, (error, addresses) => {
      if (error) return found(error, []);
      const allowed = addresses.filter(({ address }) => isAllowedAddress(address, { loopback }));
      const [first] = allowed;
      // one number that leads inside is enough to refuse them all
      if (!first || allowed.length < addresses.length) return found(new RefusedAddress(host), []);
      if (options.all === true) return found(null, allowed);
      found(null, first.address, first.family);
    });
  };
}

/** Calls another program; never throws. The address is held against the guard as it is written and after its name was looked up. */
export async function sendOut(asked: Outgoing): Promise<CameBack> {
  const begun = performance.now();
  const since = () => Math.round(performance.now() - begun);
  if (addressFault(asked.url, asked)) return { ok: false, why: "refused-address", ms: 0 };
  const signal = AbortSignal.timeout(asked.deadline);
  try {
    return { ...(await called(asked, signal)), ok: true, ms: since() };
  } catch (error) {
    const why = signal.aborted ? "late" : error instanceof RefusedAddress ? "refused-address" : "unreachable";
    return { ok: false, why, ms: since() };
  }
}

function called(
  { url, method, headers, body, mostBytes, loopback }: Outgoing,
  signal: AbortSignal,
): Promise<{ status: number; headers: Headers; body: string }> {
  const over = url.startsWith("https:") ? overHttps : overHttp;
  const length = body === undefined ? {} : { "content-length": String(Buffer.byteLength(body)) };
  return new Promise((resolve, reject) => {
    const call = over(
      url,
      { method, headers: { ...headers, ...length }, signal, agent: false, lookup: guardedLookUp(loopback) },
      (answer) => {
        const parts: Buffer[] = [];
        let size = 0;
        const end = () =>
          resolve({
            status: answer.statusCode ?? 0,
            headers: new Headers(
              Object.entries(answer.headers).flatMap(([name, value]): [string, string][] =>
                value === undefined ? [] : [[name, String(value)]],
              ),
            ),
            body: Buffer.concat(parts).subarray(0, mostBytes).toString("utf8"),
          });
        answer.on("data", (part: Buffer) => {
          parts.push(part);
          size += part.length;
          if (size < mostBytes) return;
          end();
          answer.destroy();
        });
        answer.once("end", end);
        answer.once("error", reject);
      },
    );
    call.once("error", reject);
    call.end(body);
  });
}
