import ipaddr from "ipaddr.js";
import type { AddressFault } from "@/messages/failures";

/** Ranges that lead into the network the server stands in, or nowhere. */
const open = "unicast";

/**
 * Whether a number of the network may be called: public ones, and where it is allowed the machine's own (for programs that
 * stand beside the server). An IPv4 number inside an IPv6 one counts as what it is.
 */
export function isAllowedAddress(address: string, { loopback }: { readonly loopback: boolean }): boolean {
  if (!ipaddr.isValid(address)) return false;
  const range = ipaddr.process(address).range();
  return range === open || (loopback && range === "loopback");
}

/**
 * What is wrong with an address as it is written, before its name is looked up; `undefined`: nothing. Over plain http only
 * the machine itself is called, where that is allowed.
 */
export function addressFault(
  text: string,
  { loopback }: { readonly loopback: boolean },
): AddressFault | undefined {
  if (!URL.canParse(text)) return "not-a-url";
  const url = new URL(text);
  if (url.protocol !== "https:" && url.protocol !== "http:") return "not-a-url";
  if (url.username !== "" || url.password !== "") return "with-sign-in";
  const host = url.hostname.replace(/^\[|\]$/g, "");
  const isOwn = host === "localhost" || (ipaddr.isValid(host) && ipaddr.process(host).range() === "loopback");
  if (isOwn) return loopback ? undefined : "not-public";
  if (ipaddr.isValid(host) && !isAllowedAddress(host, { loopback })) return "not-public";
  return url.protocol === "https:" ? undefined : "not-https";
}
