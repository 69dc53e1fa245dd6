import "server-only";
import { z } from "zod";
import { problemDocument } from "@/contracts/problem-document";
import { doors, type Method } from "./doors";
import type { OpenDoor } from "./door";

/** The API as an OpenAPI 3.1 document, made from the schemas that read its calls. */
export function openApi() {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [path, methods] of Object.entries(doors))
    paths[path] = Object.fromEntries(
      Object.entries(methods).map(([method, door]) => [method, operation(path, method as Method, door)]),
    );
  return {
    openapi: "3.1.0",
    info: {
      title: "Wallodrom",
      version: "1",
      description: "Money is text with its currency beside it; times are RFC 3339 with an offset.",
    },
    servers: [{ url: "/api/v1" }],
    security: [{ key: [] }],
    components: {
      securitySchemes: { key: { type: "http", scheme: "bearer" } },
      schemas: { Problem: schemaOf(problemDocument, "output") },
    },
    paths,
  };
}

function operation(path: string, method: Method, { about }: OpenDoor) {
  const { summary, scope, body, query, answers } = about;
  return {
    operationId: `${method}${path.replace(/[^a-z]+(\w?)/gi, (_, letter: string) => letter.toUpperCase())}`,
    summary,
    description: `Needs the scope \`${scope}\`.`,
    parameters: [...placesOf(path), ...questionsOf(query)],
    ...(body ? { requestBody: { required: true, content: json(schemaOf(body, "input")) } } : {}),
    responses: {
      [answers.status]: {
        description: answers.text,
        ...(answers.schema ? { content: json(schemaOf(answers.schema, "output")) } : {}),
      },
      default: {
        description: "A problem document (RFC 9457).",
        content: { "application/problem+json": { schema: { $ref: "#/components/schemas/Problem" } } },
      },
    },
  };
}

const json = (schema: unknown) => ({ "application/json": { schema } });

function placesOf(path: string) {
  return [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: "path",
    required: true,
    schema: { type: "string" },
  }));
}

function questionsOf(query: z.ZodType | undefined) {
  if (!query) return [];
  const { properties = {}, required = [] } = schemaOf(query, "output") as {
    properties?: Record<string, unknown>;
    required?: readonly string[];
  };
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: "query",
    required: required.includes(name),
    schema,
  }));
}

function schemaOf(schema: z.ZodType, io: "input" | "output"): unknown {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, reused: "inline", unrepresentable: "any" });
  return rest;
}
