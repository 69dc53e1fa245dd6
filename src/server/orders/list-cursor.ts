import { z } from "zod";
import type { OrderCursor } from "@/db/queries/order-list";

const cursorSchema = z.strictObject({ value: z.string().nullable(), number: z.string() });

/** Where a page of a list ended, as a text that leads on from there. */
export function cursorText(cursor: OrderCursor): string {
  return Buffer.from(JSON.stringify(cursor)).toString("base64url");
}

/** The place again; nothing for a text that is none. */
export function readCursor(text: string): OrderCursor | undefined {
  try {
    const read = cursorSchema.safeParse(JSON.parse(Buffer.from(text, "base64url").toString("utf8")));
    return read.success ? read.data : undefined;
  } catch {
    return undefined;
  }
}
