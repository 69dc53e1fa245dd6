import { ADDRESS_HEADER, clientAddress, readProxies, trustOnlyProxies } from "./client-address";

const none = readProxies("");
const own = readProxies("127.0.0.1, 10.0.0.0/8, ::1");

test.each([
  ["a stranger says where they come from", "203.0.113.9", "198.51.100.1", none, "203.0.113.9"],
  ["a stranger says so where there is a proxy too", "203.0.113.9", "198.51.100.1", own, "203.0.113.9"],
  ["the proxy says it", "127.0.0.1", "198.51.100.1", own, "198.51.100.1"],
  [
    "a stranger lied to the proxy: what it added last counts",
    "127.0.0.1",
    "1.1.1.1, 198.51.100.1",
    own,
    "198.51.100.1",
  ],
  ["two proxies", "127.0.0.1", "198.51.100.1, 10.1.2.3", own, "198.51.100.1"],
  ["the proxy says nothing", "127.0.0.1", undefined, own, "127.0.0.1"],
  ["the proxy passes nonsense on", "127.0.0.1", "198.51.100.1, nobody", own, "127.0.0.1"],
  ["IPv4 written as IPv6", "::ffff:127.0.0.1", "198.51.100.1", own, "198.51.100.1"],
])("%s", (_, peer, said, proxies, address) => {
  expect(clientAddress(peer, said, proxies)).toBe(address);
});

test("forwarding headers of strangers are gone before anything reads them, and nobody names their own address", () => {
  const headers = {
    "x-forwarded-for": "1.1.1.1",
    "x-forwarded-proto": "https",
    "x-forwarded-host": "evil.example",
    forwarded: "for=1.1.1.1",
    [ADDRESS_HEADER]: "1.1.1.1",
    host: "a",
  };
  trustOnlyProxies(headers, "203.0.113.9", own);
  expect(headers).toEqual({ host: "a", [ADDRESS_HEADER]: "203.0.113.9" });
});

test("a list of proxies that can't be read says which part", () => {
  expect(() => readProxies("127.0.0.1, proxy.local")).toThrow("proxy.local");
});
