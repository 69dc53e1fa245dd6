/** A call of the API, however it came in: what of it the wrapper looks at. */
export interface ApiCall {
  readonly header: (name: string) => string | undefined;
  readonly query: URLSearchParams;
  /** The parts of the address that stand for something. */
  readonly params: Readonly<Record<string, string>>;
  /** The body as text; `undefined` when it is longer than so many bytes. It is read when it is asked for. */
  readonly text: (mostBytes: number) => Promise<string | undefined>;
}

/** What is answered. */
export interface ApiAnswer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string;
}

/** A call as the pages' framework hands it over. */
export function callOf(request: Request, params: ApiCall["params"] = {}): ApiCall {
  return {
    query: new URL(request.url).searchParams,
    params,
    header: (name) => request.headers.get(name) ?? undefined,
    text: async (mostBytes) => {
      const reader = request.body?.getReader();
      if (!reader) return "";
      const parts: Uint8Array[] = [];
      let size = 0;
      for (;;) {
        const { done, value } = await reader.read();
        if (done) return Buffer.concat(parts).toString("utf8");
        size += value.length;
        if (size > mostBytes) return undefined;
        parts.push(value);
      }
    },
  };
}

/** A route of the framework that answers by a handler of calls. */
export function route(
  handle: (call: ApiCall) => Promise<ApiAnswer>,
): (request: Request, context?: RouteContext) => Promise<Response> {
  return async (request, context) => {
    const { status, headers, body } = await handle(callOf(request, await context?.params));
    return new Response(status === 204 ? null : body, { status, headers });
  };
}

/** What the framework hands over beside the request. */
interface RouteContext {
  readonly params: Promise<Record<string, string>>;
}

const always = {
  "cache-control": "no-store",
  "x-content-type-options": "nosniff",
  "content-security-policy": "default-src 'none'; frame-ancestors 'none'",
};

/** An answer in plain text of some type. */
export function textAnswer(body: string, type: string): ApiAnswer {
  return { status: 200, headers: { "content-type": type, ...always }, body };
}

/** An answer in JSON. Nothing the API says is kept by anyone in between. */
export function jsonAnswer(
  value: unknown,
  {
    status = 200,
    type = "application/json",
    headers = {},
  }: { status?: number; type?: string; headers?: Record<string, string> } = {},
): ApiAnswer {
  return {
    status,
    headers: {
      "content-type": type,
      ...always,
      ...headers,
    },
    body: JSON.stringify(value),
  };
}
