import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { z } from "zod";
import { RATE_PROTOCOL, rateCall, rateReply, serviceList } from "@/contracts/rate-protocol";
import { root } from "../machine/paths";

const file = join(root, "docs/rate-protocol/openapi.json");

function schemaOf(schema: z.ZodType, io: "input" | "output"): unknown {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, reused: "inline" });
  return rest;
}

const body = (schema: unknown) => ({ content: { "application/json": { schema } } });
const problem = (description: string) => ({
  description,
  content: { "application/problem+json": { schema: { type: "object" } } },
});
const refusals = {
  "400": problem("The body is no JSON, or lacks something; `detail` says what (RFC 9457)."),
  "401": problem("The key is not known."),
  "429": problem("Too many calls: `Retry-After` says for how many seconds to leave you alone."),
  "503": problem("Not there just now: `Retry-After` says until when."),
};

/** The rate protocol as an OpenAPI 3.1 document, made from its schemas. */
export function protocolDocument(): string {
  const document = {
    openapi: "3.1.0",
    info: {
      title: "Wallodrom's rate protocol",
      version: RATE_PROTOCOL.split("/")[1],
      description:
        "What a carrier's system answers so that Wallodrom can price by it. Put it before what you have: two addresses below one of yours. Fields that you don't know are passed over; each question is answered by itself, and by its own id.",
    },
    components: { securitySchemes: { key: { type: "http", scheme: "bearer" } } },
    security: [{ key: [] }],
    paths: {
      "/services": {
        get: {
          summary: "The services you have, by your codes.",
          responses: {
            "200": { description: "Them.", ...body(schemaOf(serviceList, "output")) },
            ...refusals,
          },
        },
      },
      "/rates": {
        post: {
          summary: "What shipments cost: each service asked for has a rate, or is declined with a reason.",
          requestBody: { required: true, ...body(schemaOf(rateCall, "input")) },
          responses: {
            "200": { description: "An answer to each question.", ...body(schemaOf(rateReply, "output")) },
            ...refusals,
          },
        },
      },
    },
  };
  return `${JSON.stringify(document, null, 1)}\n`;
}

/** `npm run rate-protocol`: writes docs/rate-protocol/openapi.json. */
if (process.argv[1]?.endsWith("protocol-document.ts")) writeFileSync(file, protocolDocument());
