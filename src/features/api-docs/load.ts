import "server-only";
import { load } from "@/server/load";
import { openApi } from "@/server/api/open-api";

/** One call of the API as it is written about. */
export interface ShownCall {
  readonly method: string;
  readonly path: string;
  readonly summary: string;
  readonly description: string;
  readonly parameters: readonly { readonly name: string; readonly in: string }[];
  readonly body: string | undefined;
  readonly answers: readonly { readonly status: string; readonly text: string }[];
}

/** The calls of the API, read from the very document programs read. */
export function loadCalls(): Promise<ShownCall[]> {
  return load(() =>
    Object.entries(openApi().paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, operation]) => shown(method, path, operation as Operation)),
    ),
  );
}

interface Operation {
  readonly summary: string;
  readonly description: string;
  readonly parameters: readonly { readonly name: string; readonly in: string }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: unknown }>> };
  readonly responses: Readonly<Record<string, { readonly description: string }>>;
}

function shown(method: string, path: string, operation: Operation): ShownCall {
  const { summary, description, parameters, requestBody, responses } = operation;
  const schema = requestBody?.content["application/json"]?.schema;
  return {
    method: method.toUpperCase(),
    path: `/api/v1${path}`,
    summary,
    description,
    parameters,
    body: schema === undefined ? undefined : JSON.stringify(schema, null, 2),
    answers: Object.entries(responses).map(([status, { description: text }]) => ({ status, text })),
  };
}
