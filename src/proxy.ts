import { NextResponse, type NextRequest } from "next/server";

/** Pages for whoever has no session: signing in, and what a link opens. */
const open = ["/sign-in", "/invite/", "/password/"];
const cookies = ["better-auth.session_token", "__Secure-better-auth.session_token"];

/**
 * Headers that keep other pages and foreign scripts out; each answer's own scripts and styles carry its nonce. Whoever has
 * no session's cookie is sent to sign in before anything is rendered; whether the session stands is asked by each loader.
 */
export function proxy(request: NextRequest): NextResponse {
  const { pathname, searchParams } = request.nextUrl;
  // a text no database keeps is in no address of ours
  if (/%00|\0/i.test(request.url)) return secured(new NextResponse(null, { status: 400 }));
  if (hasRepeats(searchParams)) return secured(NextResponse.redirect(withoutRepeats(request.url)));
  const isOpen = open.some((path) => pathname === path || (path.endsWith("/") && pathname.startsWith(path)));
  if (!isOpen && !cookies.some((name) => request.cookies.has(name)))
    return secured(NextResponse.redirect(new URL("/sign-in", request.url)));
  const nonce = Buffer.from(crypto.randomUUID()).toString("base64");
  const policy = policyOf(nonce);
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  return secured(response);
}

/** The parts of a question that are lists: the services that are set side by side. */
const lists = new Set(["with"]);

function hasRepeats(search: URLSearchParams): boolean {
  const single = [...search.keys()].filter((name) => !lists.has(name));
  return new Set(single).size < single.length;
}

/** Of a question's part that is there twice the first counts. */
function withoutRepeats(address: string): URL {
  const url = new URL(address);
  const seen = new Set<string>();
  const kept = [...url.searchParams].filter(([name]) => {
    const isFirst = !seen.has(name);
    seen.add(name);
    return isFirst || lists.has(name);
  });
  url.search = new URLSearchParams(kept).toString();
  return url;
}

function policyOf(nonce: string): string {
  const inDevelopment = process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : "";
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${inDevelopment}`,
    `style-src 'self' 'nonce-${nonce}'`,
    // widths and places of what is drawn are attributes: they can neither load nor send anything
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}

function secured(response: NextResponse): NextResponse {
  response.headers.set("x-content-type-options", "nosniff");
  response.headers.set("referrer-policy", "same-origin");
  response.headers.set("cache-control", "private, no-store");
  response.headers.set("cross-origin-opener-policy", "same-origin");
  response.headers.set("permissions-policy", "camera=(), geolocation=(), microphone=()");
  if (process.env.WALLODROM_URL?.startsWith("https:"))
    response.headers.set("strict-transport-security", "max-age=31536000; includeSubDomains");
  return response;
}

export const config = { matcher: [{ source: "/((?!_next/static|api/(?!docs)|metrics$|icon.svg).*)" }] };
