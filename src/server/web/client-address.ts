import type { IncomingHttpHeaders } from "node:http";
import ipaddr from "ipaddr.js";

/** Where the web process puts the caller's address, for whoever counts by it. */
export const ADDRESS_HEADER = "x-wallodrom-address";

/** What callers may say of where they come from: believed of configured proxies alone. */
const forwarding = [
  "x-forwarded-for",
  "x-forwarded-proto",
  "x-forwarded-host",
  "x-forwarded-port",
  "x-real-ip",
  "forwarded",
];

/** Addresses of proxies in front of the app: single ones or ranges (`10.0.0.0/8`). */
export type Proxies = readonly (readonly [ipaddr.IPv4 | ipaddr.IPv6, number])[];

/** Reads a list like `127.0.0.1, 10.0.0.0/8`. Throws with the part that is no address. */
export function readProxies(text: string): Proxies {
  return text
    .split(",")
    .map((part) => part.trim())
    .filter((part) => part !== "")
    .map((part) => {
      try {
        return part.includes("/") ? ipaddr.parseCIDR(part) : wholeOf(part);
      } catch {
        throw new Error(`“${part}” is no address of a proxy`);
      }
    });
}

function wholeOf(text: string): [ipaddr.IPv4 | ipaddr.IPv6, number] {
  const address = ipaddr.process(text);
  return [address, address.kind() === "ipv4" ? 32 : 128];
}

function isProxy(address: string, proxies: Proxies): boolean {
  if (!ipaddr.isValid(address)) return false;
  const parsed = ipaddr.process(address);
  return proxies.some(([range, bits]) => parsed.kind() === range.kind() && parsed.match(range, bits));
}

/**
 * The address a request comes from. Behind configured proxies it is the last address of `X-Forwarded-For` that is no
 * proxy; whatever others write there is theirs to say and counts for nothing.
 */
export function clientAddress(peer: string, forwardedFor: string | undefined, proxies: Proxies): string {
  const plain = ipaddr.isValid(peer) ? ipaddr.process(peer).toString() : peer;
  if (!isProxy(plain, proxies)) return plain;
  const hops = (forwardedFor ?? "").split(",").map((hop) => hop.trim());
  for (const hop of hops.reverse()) {
    if (!ipaddr.isValid(hop)) return plain;
    if (!isProxy(hop, proxies)) return ipaddr.process(hop).toString();
  }
  return plain;
}

/** Takes out of a request's headers what its caller may not say, and puts in where it comes from. */
export function trustOnlyProxies(headers: IncomingHttpHeaders, peer: string, proxies: Proxies): void {
  const said = headers["x-forwarded-for"];
  const address = clientAddress(peer, Array.isArray(said) ? said.join(",") : said, proxies);
  if (!isProxy(peer, proxies)) for (const name of forwarding) Reflect.deleteProperty(headers, name);
  headers[ADDRESS_HEADER] = address;
}
