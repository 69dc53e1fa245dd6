import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { z } from "zod";
import { setupSchema } from "@/core/setup/setup";
import { root } from "./machine/paths";

const file = join(root, "docs/setup.schema.json");

/** The JSON Schema of the Setup format, as text. */
export function setupJsonSchema(): string {
  return `${JSON.stringify(z.toJSONSchema(setupSchema, { io: "input", reused: "ref" }), null, 1)}\n`;
}

/** `npm run schema`: writes docs/setup.schema.json from the schema in the core. */
if (process.argv[1]?.endsWith("setup-schema.ts")) {
  writeFileSync(file, setupJsonSchema());
  console.log(`${readFileSync(file).length} bytes in ${file}`);
}
